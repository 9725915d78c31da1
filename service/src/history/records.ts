import type { DataSource } from 'typeorm'
import type { HistoryContent } from '../base/hash-entry.ts'

export interface HistoryRow {
  readonly number: number
  readonly entry: HistoryContent
  readonly before: string | null
  readonly hash: string
}

export interface HistoryFilter {
  readonly asset?: string | undefined
  readonly person?: string | undefined
  /** Another business's number: what happened between the two. */
  readonly partner?: string | undefined
}

/** A chain to read from, and up to which instant; that of an earlier owner of an asset is read up to the handover. */
export interface ChainRead {
  readonly chain: string
  readonly until: string | null
}

/**
 * Entries of chains, one after the other, each newest first, from a place on. `person` finds what somebody did and what
 * concerned them.
 */
export async function readHistory(
  database: DataSource,
  chains: readonly ChainRead[],
  filter: HistoryFilter,
  from: { readonly at: number; readonly before: number | null },
  limit: number,
): Promise<(HistoryRow & { readonly place: number })[]> {
  const found: (HistoryRow & { readonly place: number })[] = []
  for (let place = from.at; place < chains.length && found.length <= limit; place++) {
    const rows = (await database.query(
      `SELECT number, entry, before, hash FROM history WHERE chain_id = $1 AND number < $2 AND ($3::uuid IS NULL OR asset_id = $3)
      AND ($4::uuid IS NULL OR person_id = $4 OR about_id = $4)
       AND ($6::text IS NULL OR (entry->'data' ? 'partners' AND entry->'data'->'partners' ? $6)) AND ($7::timestamptz IS NULL OR at <= $7)
     ORDER BY number DESC LIMIT $5`,
      [
        chains[place]!.chain,
        (place === from.at ? from.before : null) ?? 2_147_483_647,
        filter.asset ?? null,
        filter.person ?? null,
        limit + 1 - found.length,
        filter.partner ?? null,
        chains[place]!.until,
      ],
    )) as HistoryRow[]
    found.push(...rows.map(row => ({ ...row, place })))
  }
  return found
}
