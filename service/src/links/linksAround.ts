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
  up AS (SELECT unnest($2::uuid[]) AS id UNION ${gatheringAbove('up')})
  SELECT link.target_id AS target, link.holder_id AS gathering, label.label, link.id, link.tier, link.actions, link.hiding,
    date_part('epoch', link.from_at) * 1000 AS from, date_part('epoch', link.until_at) * 1000 AS until, date_part('epoch', link.ended_at) * 1000 AS ended,
    link.may_pass_on AS "mayPassOn", CASE WHEN link.to_business_id IS NULL THEN false ELSE facts_frozen(link.business_id, link.to_business_id) END AS frozen,
    ARRAY(SELECT facts_holder(put.holder_kind, put.holder_id, NULL)->>'name' FROM access_grant put WHERE put.upstream_id = link.id AND put.ended_at IS NULL
      ORDER BY 1 LIMIT 20) AS alone
  FROM access_grant link LEFT JOIN link_label label ON label.manager_id = link.holder_id AND label.asset_id = link.target_id
    AND EXISTS (SELECT FROM asset own WHERE own.id = link.holder_id AND own.business_id = $3)
  WHERE link.holder_kind = 'manager' AND (link.holder_id IN (SELECT id FROM down) OR link.target_id IN (SELECT id FROM up))
    AND (link.ended_at IS NULL OR link.ended_at > $4) ORDER BY link.given_at, link.id LIMIT ${mostLinks + 1}`

const nodesOf = `
  SELECT asset.id, asset.number, asset.kind, asset.handle, asset.name, asset.archived_at IS NOT NULL AS archived, asset.frozen_at IS NOT NULL AS frozen,
    json_build_object('id', owner.id, 'number', owner.number, 'name', owner.name, 'zone', owner.zone, 'paused', owner.paused_at IS NOT NULL) AS owner
  FROM asset JOIN business owner ON owner.id = asset.business_id WHERE asset.id = ANY($1) ORDER BY asset.name, asset.id`

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
  const rows = (await kit.database.query(around, [roots, linked, acting.id, since])) as LinkRow[]
  const shown = withoutReplaced(rows.slice(0, mostLinks))
  const ids = new Set([...roots, ...shown.flatMap(row => [row.target, row.gathering])])
  const found = (await kit.database.query(nodesOf, [[...ids]])) as AssetFact[]
  return { rows: shown, nodes: new Map(found.map(asset => [asset.id, asset])), more: rows.length > mostLinks }
}
