import { deepestTree, type AssetFact, type GrantFact } from '@famiglia/core'
import type { DataSource } from 'typeorm'
import { grantFact, type GrantRow } from './grantFact.ts'
import { placesOfAsset } from './places.ts'
import { gatheringAbove } from './tree.ts'

/** A manager account above columns of a grid. */
export interface ManagerAbove {
  readonly asset: AssetFact
  /** What access to it can be given on. */
  readonly places: readonly string[]
  /** What was given to businesses on it, whatever is passed on by it. */
  readonly toBusinesses: readonly GrantFact[]
}

const links = `
  WITH RECURSIVE above AS (SELECT unnest($1::uuid[]) AS id UNION ${gatheringAbove('above')})
  SELECT g.target_id AS target, g.id, g.tier, g.actions, g.hiding, date_part('epoch', g.from_at) * 1000 AS from,
    date_part('epoch', g.until_at) * 1000 AS until, g.may_pass_on AS "mayPassOn", facts_business(g.business_id) AS giver,
    facts_holder('manager', g.holder_id, NULL) AS holder, json_build_object('id', g.target_id, 'kind', 'ad-account', 'name', '') AS on,
    CASE WHEN g.to_business_id IS NULL THEN false ELSE facts_frozen(g.business_id, g.to_business_id) END AS frozen, g.frozen_at IS NOT NULL AS "frozenAlone"
  FROM access_grant g WHERE g.holder_kind = 'manager' AND g.ended_at IS NULL AND g.target_id IN (SELECT id FROM above) LIMIT 10000`

const managers = `
  SELECT json_build_object('id', asset.id, 'number', asset.number, 'kind', asset.kind, 'handle', asset.handle, 'name', asset.name,
    'archived', asset.archived_at IS NOT NULL, 'frozen', asset.frozen_at IS NOT NULL, 'owner', facts_business(asset.business_id)) AS asset,
    ${placesOfAsset('asset')} AS places FROM asset WHERE asset.id = ANY($1)`

/** The links on all ways up from assets, and the manager accounts they lead to: in two queries, however many there are. */
export async function readTreeAbove(
  database: DataSource,
  assets: readonly string[],
): Promise<{ links: LinksByTarget; managers: Omit<ManagerAbove, 'toBusinesses'>[] }> {
  const rows = (await database.query(links, [assets])) as GrantRow[]
  const byTarget = new Map<string, GrantFact[]>()
  if (rows.length === 0) return { links: byTarget, managers: [] }
  const found = (await database.query(managers, [[...new Set(rows.map(row => row.holder!.id))]])) as {
    asset: AssetFact
    places: (string | null)[]
  }[]
  const nobody = { id: '', name: '' }
  for (const row of rows) {
    const link = grantFact(row, nobody, found[0]!.asset)
    byTarget.set(link.on.id, [...(byTarget.get(link.on.id) ?? []), link])
  }
  return {
    links: byTarget,
    managers: found.map(({ asset, places }) => ({ asset, places: places.filter(place => place !== null) })),
  }
}

/** Links by what hangs on them. */
export type LinksByTarget = ReadonlyMap<string, readonly GrantFact[]>

/** Those of the links that lie on a way up from an asset. */
export function waysUp(all: LinksByTarget, asset: string): GrantFact[] {
  const found: GrantFact[] = []
  let level = [asset]
  for (let depth = 0; level.length > 0 && depth <= deepestTree; depth++) {
    const next = level.flatMap(id => all.get(id) ?? []).filter(link => !found.includes(link))
    found.push(...next)
    level = next.map(link => link.holder.id)
  }
  return found
}
