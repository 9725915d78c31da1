import { Temporal } from '@famiglia/core'
import type { DataSource } from 'typeorm'
import { hashEntry, type HistoryContent } from '../base/hash-entry.ts'

export interface Verification {
  readonly whole: boolean
  readonly entries: number
  readonly lastHash: string | null
  /** The first entry that does not fit, and why. */
  readonly broken: { readonly number: number; readonly reason: string } | null
}

interface Row {
  number: number
  at: Date
  person_id: string | null
  asset_id: string | null
  about_id: string | null
  entry: HistoryContent
  before: string | null
  hash: string
}

const pageOfChain = 1000

/** Reads a whole chain from its first entry and stops at the first link that does not hold. */
export async function verifyHistory(database: DataSource, chain: string): Promise<Verification> {
  let last: { number: number; hash: string | null } = { number: 0, hash: null }
  for (;;) {
    const rows = (await database.query(
      'SELECT number, at, person_id, asset_id, about_id, entry, before, hash FROM history WHERE chain_id = $1 AND number > $2 ORDER BY number LIMIT $3',
      [chain, last.number, pageOfChain],
    )) as Row[]
    for (const row of rows) {
      const reason = faultOf(row, last)
      if (reason)
        return { whole: false, entries: last.number, lastHash: last.hash, broken: { number: last.number + 1, reason } }
      last = { number: row.number, hash: row.hash }
    }
    if (rows.length < pageOfChain) return { whole: true, entries: last.number, lastHash: last.hash, broken: null }
  }
}

function faultOf(row: Row, last: { number: number; hash: string | null }): string | null {
  if (row.number !== last.number + 1) return `entry ${last.number + 1} is missing`
  if (row.before !== last.hash) return 'it does not join the entry before it'
  if (row.hash !== hashEntry(row.entry, row.before)) return 'what it says was changed after it was written'
  return columnsAgree(row) ? null : 'its columns do not agree with what it says'
}

function columnsAgree({ number, at, person_id, asset_id, about_id, entry }: Row): boolean {
  const sameTime = Temporal.Instant.from(entry.at).epochMilliseconds === at.getTime()
  return (
    sameTime &&
    entry.number === number &&
    (entry.person?.id ?? null) === person_id &&
    entry.asset === asset_id &&
    entry.about === about_id
  )
}
