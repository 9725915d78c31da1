import type { EntityManager } from 'typeorm'
import type { Instant } from '@famiglia/core'
import type { Actor } from '../base/change.ts'
import { hashEntry, type HistoryContent } from './hash.ts'

/** What a use case tells the history. */
export interface Entry {
  /** The business or the person whose chain it stands in; both businesses' where it happened between two. */
  readonly chain: string | readonly string[]
  readonly what: string
  readonly sentence: string
  readonly data?: Record<string, unknown>
  readonly asset?: string
  /** The person it concerns, where that is another than who acts. */
  readonly about?: string
  /** The numbers of the businesses it happened between. */
  readonly partners?: readonly string[]
  /** Who acts, where nobody is signed in: somebody who has just made a sign-in, or nobody at all. */
  readonly by?: { readonly id: string; readonly name: string } | null
}

/** An event between businesses stands in the history of each. */
export function between(...parties: readonly { readonly id: string; readonly number: string }[]) {
  return { chain: parties.map(party => party.id), partners: parties.map(party => party.number) }
}

/** Adds one entry to a chain. The chain's business or person is locked by the change, so that no number is given twice. */
export async function appendToHistory(
  manager: EntityManager,
  at: Instant,
  actor: Actor | null,
  chain: string,
  entry: Entry,
): Promise<void> {
  const [last] = (await manager.query(
    'SELECT number, hash FROM history WHERE chain_id = $1 ORDER BY number DESC LIMIT 1',
    [chain],
  )) as { number: number; hash: string }[]
  const person = entry.by !== undefined ? entry.by : actor ? { id: actor.person, name: actor.name } : null
  const content: HistoryContent = {
    number: (last?.number ?? 0) + 1,
    at: at.toString(),
    person,
    provenBy: actor?.provenBy ?? null,
    what: entry.what,
    sentence: entry.sentence,
    asset: entry.asset ?? null,
    about: entry.about ?? null,
    data: { ...entry.data, ...(entry.partners ? { partners: entry.partners } : {}) },
  }
  const before = last?.hash ?? null
  await manager.query(
    'INSERT INTO history (chain_id, number, at, person_id, asset_id, about_id, entry, before, hash) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)',
    [
      chain,
      content.number,
      content.at,
      person?.id ?? null,
      content.asset,
      content.about,
      JSON.stringify(content),
      before,
      hashEntry(content, before),
    ],
  )
}
