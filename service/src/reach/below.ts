import type { EntityManager } from 'typeorm'

/** Grants that meet a condition with all that hangs on them and was not ended, in SQL, as `below`. */
export function belowOf(condition: string): string {
  return `WITH RECURSIVE below AS (
    SELECT g.* FROM access_grant g WHERE ${condition} AND g.ended_at IS NULL
    UNION SELECT g.* FROM below JOIN access_grant g ON g.upstream_id = below.id AND g.ended_at IS NULL)`
}

/** A grant that hangs on another: by it the holder put somebody on what it holds, or passed it on. */
export interface GrantBelow {
  readonly id: string
  readonly to: string
  readonly how: 'staffed' | 'passed on'
}

/** What hangs on grants, themselves left out, in whole. */
export async function grantsBelow(manager: EntityManager, ids: readonly string[]): Promise<GrantBelow[]> {
  return manager.query(
    `${belowOf('g.id = ANY($1)')}
     SELECT below.id, facts_holder(below.holder_kind, below.holder_id, NULL)->>'name' AS to,
       CASE WHEN below.holder_kind = 'business' THEN 'passed on' ELSE 'staffed' END AS how
     FROM below WHERE below.id <> ALL($1) ORDER BY 3, 2 LIMIT 5000`,
    [ids],
  )
}
