import { In, IsNull, type EntityManager } from 'typeorm'
import { assetsById, type Asset } from '../assets/queries.ts'
import { businessesById } from '../businesses/queries.ts'
import { grants } from '../grants/records.ts'
import { placesOfAll } from './places.ts'
import { hangingUnder } from './tree.ts'
import { targetOfAsset, type Target } from './targets.ts'

/**
 * The ids of all assets that a business holds from others: what was given to it, what is inside that, what is in bundles,
 * and all that hangs under its manager accounts and under those it was given.
 */
export const heldAssets = (business: string) => `
  WITH RECURSIVE direct AS (
    SELECT coalesce(g.asset_id, held.asset_id) AS id FROM access_grant g LEFT JOIN bundle_asset held ON held.bundle_id = g.bundle_id
    WHERE g.to_business_id = ${business} AND g.ended_at IS NULL),
  gathered AS (
    SELECT id FROM direct WHERE id IS NOT NULL
    UNION SELECT own.id FROM asset own WHERE own.business_id = ${business} AND own.kind = 'manager-account'
    UNION ${hangingUnder('gathered')})
  SELECT asset.id FROM gathered JOIN asset ON asset.id = gathered.id WHERE asset.business_id <> ${business}
  UNION SELECT asset.id FROM direct JOIN asset ON asset.inside_id = direct.id`

/** A held asset with the grants by which the business holds it, those on the asset itself first. */
export async function heldTarget(manager: EntityManager, business: string, asset: Asset): Promise<Target> {
  const found = await withOwners(manager, business, new Map([[asset.id, targetOfAsset(asset)]]))
  return found.get(asset.id)!
}

/** Targets with their owners and the grants by which the business holds them, where they are not its own. */
export async function withOwners(
  manager: EntityManager,
  business: string,
  targets: ReadonlyMap<string, Target>,
): Promise<Map<string, Target>> {
  const others = [...targets.values()].filter(target => target.ownedBy !== business && !target.held)
  if (others.length === 0) return new Map(targets)
  const places = await placesOfAll(
    manager,
    others.map(target => target.id),
  )
  const held = await manager.findBy(grants, {
    toBusinessId: business,
    targetId: In([...places.values()].flat()),
    endedAt: IsNull(),
  })
  const owners = await businessesById(
    manager,
    others.map(target => target.ownedBy),
  )
  const withOwner = others.map((target): [string, Target] => {
    const at = places.get(target.id)!
    const mine = held.filter(grant => at.includes(grant.targetId!))
    mine.sort((one, other) => at.indexOf(one.targetId!) - at.indexOf(other.targetId!))
    return [target.id, { ...target, held: { owner: owners.get(target.ownedBy)!, grants: mine } }]
  })
  return new Map([...targets, ...withOwner])
}

/** All that a business holds of one owner's, for purposes to take from. */
export async function heldFrom(manager: EntityManager, business: string, owner: string): Promise<Asset[]> {
  const rows = (await manager.query(
    `SELECT asset.id FROM asset JOIN (${heldAssets('$1')}) held ON held.id = asset.id WHERE asset.business_id = $2 AND asset.archived_at IS NULL LIMIT 2000`,
    [business, owner],
  )) as { id: string }[]
  return assetsById(
    manager,
    rows.map(row => row.id),
  )
}
