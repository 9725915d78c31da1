import { allKinds, type AssetFact, type BusinessFact, type GrantFact, type Kind } from '@famiglia/core'
import type { DataSource } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import { factsFrom } from './facts.ts'
import { grantFact, type GrantRow } from './grantFact.ts'
import { heldAssets } from './held.ts'
import { placesOfAsset } from './places.ts'
import { readTreeAbove, waysUp, type ManagerAbove } from './treeAbove.ts'
import type { Acting } from '../businesses/acting.ts'

/** The columns of the grid: the business's own assets, then those it holds from others. */
export interface GridColumns {
  readonly acting: BusinessFact
  readonly assets: readonly (AssetFact & { readonly inside: string | null })[]
  readonly byId: ReadonlyMap<string, AssetFact>
  /** What was given to businesses on each column's asset, whatever is passed on by it. */
  readonly toBusinesses: readonly (readonly GrantFact[])[]
  /** Which assets a target reaches: itself and what it holds, or all of a bundle. */
  readonly reachedBy: ReadonlyMap<string, readonly number[]>
  /** The links on every way up from a column's asset, where there are any. */
  readonly above: ReadonlyMap<number, readonly GrantFact[]>
  /** The manager accounts that those lead to. */
  readonly managers: readonly ManagerAbove[]
}

interface ColumnRow {
  id: string
  number: string
  kind: Kind
  handle: string
  name: string
  frozen: boolean
  inside_id: string | null
  places: (string | null)[]
}

export const mostColumns = 1_000

/** As many held ones as a sheet takes; an agency that holds more looks at its clients one by one. */
const mostHeld = 300

export async function readColumns(kit: Kit, acting: Acting): Promise<GridColumns> {
  const self = {
    id: acting.id,
    number: acting.number,
    name: acting.name,
    zone: acting.zone,
    closed: acting.closedAt !== null,
  }
  const { database } = kit
  const [own, held] = await Promise.all([readOwnColumns(database, self), readHeldColumns(kit, acting)])
  const reachedBy = new Map<string, number[]>()
  const rows = [...own, ...held]
  rows.forEach(({ places }, index) => {
    for (const place of places) reachedBy.set(place, [...(reachedBy.get(place) ?? []), index])
  })
  const ids = rows.map(row => row.asset.id)
  const [tree, given] = await Promise.all([readTreeAbove(database, ids), readToBusinesses(database, own)])
  const givenAbove = await readToBusinesses(database, tree.managers)
  const toBusinessesAt = (at: readonly string[]) => at.flatMap(place => given.get(place) ?? givenAbove.get(place) ?? [])
  return {
    acting: self,
    assets: rows.map(row => row.asset),
    byId: new Map(rows.map(({ asset }) => [asset.id, asset])),
    reachedBy,
    toBusinesses: rows.map(row => row.toBusinesses ?? toBusinessesAt(row.places)),
    above: new Map(
      rows.flatMap(({ asset }, index) => {
        const links = waysUp(tree.links, asset.id)
        return links.length > 0 ? [[index, links] as const] : []
      }),
    ),
    managers: tree.managers.map(({ asset, places: at }) => ({
      asset,
      places: at,
      toBusinesses: toBusinessesAt(at),
    })),
  }
}

interface Column {
  readonly asset: AssetFact & { readonly inside: string | null }
  /** What access to it can be given on. */
  readonly places: readonly string[]
  readonly toBusinesses: readonly GrantFact[] | null
}

async function readOwnColumns(database: DataSource, owner: BusinessFact): Promise<Column[]> {
  const rows = (await database.query(
    `SELECT asset.id, asset.number, asset.kind, asset.handle, asset.name, asset.frozen_at IS NOT NULL AS frozen, asset.inside_id,
       ${placesOfAsset('asset')} AS places
     FROM asset WHERE asset.business_id = $1 AND asset.archived_at IS NULL ORDER BY array_position($2::text[], asset.kind), asset.name COLLATE by_name,
       asset.id LIMIT ${mostColumns}`,
    [owner.id, allKinds],
  )) as ColumnRow[]
  return rows.map(({ id, number, kind, handle, name, frozen, inside_id, places }) => ({
    asset: { id, number, kind, handle, name, frozen, archived: false, owner, inside: inside_id },
    places: places.filter(place => place !== null),
    toBusinesses: null,
  }))
}

async function readHeldColumns(kit: Kit, acting: Acting): Promise<Column[]> {
  const rows = (await kit.database.query(
    `SELECT asset.id, asset.inside_id FROM asset JOIN (${heldAssets('$1')}) held ON held.id = asset.id JOIN business owner ON owner.id = asset.business_id
     WHERE asset.archived_at IS NULL ORDER BY owner.name COLLATE by_name, array_position($2::text[], asset.kind), asset.name COLLATE by_name, asset.id LIMIT ${mostHeld}`,
    [acting.id, allKinds],
  )) as { id: string; inside_id: string | null }[]
  const around = await factsFrom(kit).aroundPartners(rows.map(row => ({ business: acting.id, asset: row.id })))
  return rows.flatMap((row, index) => {
    const found = around[index]
    if (!found) return []
    return [
      {
        asset: { ...found.asset, inside: row.inside_id },
        places: [row.id, ...found.grants.map(grant => grant.on.id)].filter(
          (place, at, all) => all.indexOf(place) === at,
        ),
        toBusinesses: [...found.grants, ...found.upstream],
      },
    ]
  })
}

interface ToBusinessRow extends GrantRow {
  target: string
}

/** What was given to other businesses on assets, and what those passed on, by what it is on. */
async function readToBusinesses(
  database: DataSource,
  assets: readonly Pick<ManagerAbove, 'asset' | 'places'>[],
): Promise<Map<string, GrantFact[]>> {
  const found = new Map<string, GrantFact[]>()
  if (assets.length === 0) return found
  const rows = (await database.query(
    `WITH given AS (SELECT * FROM access_grant g WHERE g.target_id = ANY($1) AND g.holder_kind = 'business' AND g.ended_at IS NULL),
       party AS (SELECT id, facts_business(id) AS giver, facts_holder('business', id, NULL) AS holder
         FROM (SELECT business_id AS id FROM given UNION SELECT holder_id FROM given) either)
     SELECT g.id, g.target_id AS target, g.tier, g.actions, g.hiding, date_part('epoch', g.from_at) * 1000 AS from,
       date_part('epoch', g.until_at) * 1000 AS until, g.upstream_id AS upstream, g.may_pass_on AS "mayPassOn",
       giver.giver, holder.holder, facts_frozen(g.business_id, g.holder_id) AS frozen, json_build_object('id', g.target_id, 'kind', 'bundle', 'name', '') AS on
     FROM given g JOIN party giver ON giver.id = g.business_id JOIN party holder ON holder.id = g.holder_id`,
    [[...new Set(assets.flatMap(({ places }) => places))]],
  )) as ToBusinessRow[]
  const nobody = { id: '', name: '' }
  for (const { target, ...row } of rows) {
    const fact = grantFact(row, nobody, assets[0]!.asset)
    const there = found.get(target)
    if (there) there.push(fact)
    else found.set(target, [fact])
  }
  return found
}
