/** What hangs under the manager accounts of a CTE, in SQL: its recursive part downwards, whose only column is `id`. */
export function hangingUnder(cte: string): string {
  return `SELECT link.asset_id FROM ${cte} JOIN access_grant link ON link.holder_kind = 'manager' AND link.holder_id = ${cte}.id AND link.ended_at IS NULL`
}

/** The manager accounts that the assets of a CTE hang under, in SQL: its recursive part upwards, whose only column is `id`. */
export function gatheringAbove(cte: string): string {
  return `SELECT link.holder_id FROM ${cte} JOIN access_grant link ON link.holder_kind = 'manager' AND link.target_id = ${cte}.id AND link.ended_at IS NULL`
}
