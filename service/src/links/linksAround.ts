import type { AssetFact } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import type { GrantRow } from '../reach/grantFact.ts'
import { gatheringAbove, hangingUnder } from '../reach/tree.ts'

/** More links than that are not told at once. */
export const mostLinks = 5_000
/** How long a link that has ended is still shown. */
const endedDays = 90

const around = `
  WITH RECURSIVE down AS (SELECT unnest($1::uuid[]) AS id UNION ${hangingUnder('down')}),
  up AS (SELECT unnest($2::uuid[]) AS id UNION ${gatheringAbove('up')}),
  found AS (
    SELECT link.id FROM down JOIN access_grant link ON link.holder_id = down.id AND link.holder_kind = 'manager'
    UNION SELECT link.id FROM up JOIN access_grant link ON link.target_id = up.id AND link.holder_kind = 'manager')
  SELECT json_agg(told ORDER BY told.given_at, told.id) AS links FROM (SELECT link.given_at, link.target_id AS target, link.holder_id AS gathering, label.label, link.id, link.tier, link.actions, link.hiding,
    date_part('epoch', link.from_at) * 1000 AS from, date_part('epoch', link.until_at) * 1000 AS until, date_part('epoch', link.ended_at) * 1000 AS ended,
    link.may_pass_on AS "mayPassOn", halt.by_id IS NOT NULL AS frozen, link.frozen_at IS NOT NULL AS "frozenAlone", coalesce(put.names, '{}') AS alone
  FROM found JOIN access_grant link ON link.id = found.id JOIN asset gathering ON gathering.id = link.holder_id
    LEFT JOIN link_label label ON label.manager_id = link.holder_id AND label.asset_id = link.target_id AND gathering.business_id = $3
    LEFT JOIN LATERAL (SELECT by_id FROM partner_freeze WHERE giver_id = link.business_id AND holder_id = link.to_business_id LIMIT 1) halt ON true
    LEFT JOIN (SELECT below.upstream_id, (array_agg(facts_holder(below.holder_kind, below.holder_id, NULL)->>'name' ORDER BY below.given_at))[1:20] AS names
      FROM found JOIN access_grant below ON below.upstream_id = found.id AND below.ended_at IS NULL GROUP BY 1) put ON put.upstream_id = link.id
  WHERE link.ended_at IS NULL OR link.ended_at > $4 ORDER BY link.given_at, link.id LIMIT ${mostLinks + 1}) told`

const nodesOf = `
  SELECT json_agg(told ORDER BY told.name, told.id) AS nodes FROM (SELECT asset.id, asset.number, asset.kind, asset.handle, asset.name, asset.archived_at IS NOT NULL AS archived, asset.frozen_at IS NOT NULL AS frozen,
    json_build_object('id', owner.id, 'number', owner.number, 'name', owner.name, 'zone', owner.zone, 'closed', owner.closed_at IS NOT NULL) AS owner
  FROM asset JOIN business owner ON owner.id = asset.business_id WHERE asset.id = ANY($1)) told`

export interface LinkRow extends GrantRow {
  target: string
  gathering: string
  label: string | null
  alone: string[]
}

/** A link that has ended is not shown beside the one that took its place. */
function withoutReplaced(rows: readonly LinkRow[]): LinkRow[] {
  const last = new Map(rows.map(row => [`${row.target} ${row.gathering}`, row]))
  return rows.filter(row => !row.ended || last.get(`${row.target} ${row.gathering}`) === row)
}

export interface LinksAround {
  readonly rows: readonly LinkRow[]
  /** What they hang together, by id, and the roots. */
  readonly nodes: ReadonlyMap<string, AssetFact>
  readonly more: boolean
}

/** All links beneath some manager accounts, and all above some accounts, with what they hang together: in two queries. */
export async function linksAround(
  kit: Kit,
  acting: Pick<Acting, 'id'>,
  roots: readonly string[],
  linked: readonly string[],
): Promise<LinksAround> {
  const since = kit.clock
    .now()
    .subtract({ hours: 24 * endedDays })
    .toString()
  // One value is read faster than thousands of rows.
  const [{ links }] = (await kit.database.query(around, [roots, linked, acting.id, since])) as [
    { links: LinkRow[] | null },
  ]
  const rows = links ?? []
  const shown = withoutReplaced(rows.slice(0, mostLinks))
  const ids = new Set([...roots, ...shown.flatMap(row => [row.target, row.gathering])])
  const [{ nodes: found }] = (await kit.database.query(nodesOf, [[...ids]])) as [{ nodes: AssetFact[] | null }]
  return { rows: shown, nodes: new Map((found ?? []).map(asset => [asset.id, asset])), more: rows.length > mostLinks }
}
