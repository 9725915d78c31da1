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

/** A chain's entries, newest first, from before a number on. `person` finds what somebody did and what concerned them. */
export async function readHistory(
  database: DataSource,
  chain: string,
  filter: HistoryFilter,
  before: number | null,
  limit: number,
): Promise<HistoryRow[]> {
  return database.query(
    `SELECT number, entry, before, hash FROM history WHERE chain_id = $1 AND number < $2 AND ($3::uuid IS NULL OR asset_id = $3)
      AND ($4::uuid IS NULL OR person_id = $4 OR about_id = $4)
       AND ($6::text IS NULL OR (entry->'data' ? 'partners' AND entry->'data'->'partners' ? $6))
     ORDER BY number DESC LIMIT $5`,
    [chain, before ?? 2_147_483_647, filter.asset ?? null, filter.person ?? null, limit + 1, filter.partner ?? null],
  )
}
