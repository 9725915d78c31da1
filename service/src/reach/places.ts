import { selfAndTeams } from './holdersFor.ts'
import type { EntityManager } from 'typeorm'
import type { Asset } from '../assets/records.ts'

/** What access to an asset can be given on, in SQL: itself, what holds it, and the bundles either is in. */
export function placesOfAsset(asset: string): string {
  return `ARRAY[${asset}.id, ${asset}.inside_id] || ARRAY(SELECT inside.bundle_id FROM bundle_asset inside
    WHERE inside.asset_id IN (${asset}.id, ${asset}.inside_id))`
}

/** The same for several; a bundle is its own one place. */
export async function placesOfAll(manager: EntityManager, ids: readonly string[]): Promise<Map<string, string[]>> {
  const rows = (await manager.query(`SELECT id, ${placesOfAsset('asset')} AS places FROM asset WHERE id = ANY($1)`, [
    ids,
  ])) as { id: string; places: (string | null)[] }[]
  const found = new Map<string, string[]>(ids.map(id => [id, [id]]))
  for (const { id, places } of rows)
    found.set(
      id,
      places.filter(place => place !== null),
    )
  return found
}

/** The same for one asset. */
export async function placesOf(manager: EntityManager, { id }: Pick<Asset, 'id'>): Promise<string[]> {
  return (await placesOfAll(manager, [id])).get(id)!
}

/** The other way about, in SQL: the assets that are reached by what is given on a place. */
export function reachedBy(asset: string, place: string): string {
  return `(${asset}.id = ${place} OR ${asset}.inside_id = ${place} OR EXISTS (SELECT FROM bundle_asset inside
    WHERE inside.bundle_id = ${place} AND inside.asset_id IN (${asset}.id, ${asset}.inside_id)))`
}

/**
 * SQL: whether a person holds something on an asset, or on what it is in, themselves or by a team, that a business gave and
 * that is not over. What is not in force yet, or stopped, is theirs to know of.
 */
export function holdsSomethingOn(asset: string, business: string, person: string, now: string): string {
  return `EXISTS (SELECT FROM access_grant g WHERE g.target_id = ANY (${placesOfAsset(asset)}) AND g.business_id = ${business}
    AND g.ended_at IS NULL AND (g.until_at IS NULL OR g.until_at > ${now}) AND g.holder_id = ANY (${selfAndTeams(person)}))`
}
