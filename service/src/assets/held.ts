import { sayList, type What } from '@famiglia/core'
import { In, IsNull, type EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import { assetsInBundles, bundles } from '../bundles/records.ts'
import { businesses } from '../businesses/records.ts'
import { grants } from '../grants/records.ts'
import { placesOf } from './holders.ts'
import { assets, type Asset } from './records.ts'
import { targetOfAsset, targetOfBundle, type Party, type Target } from './targets.ts'

/** The ids of all assets that a business holds from others: what was given to it, what is inside that, what is in bundles. */
export const heldAssets = (business: string) => `
  WITH direct AS (
    SELECT coalesce(g.asset_id, held.asset_id) AS id FROM access_grant g LEFT JOIN bundle_asset held ON held.bundle_id = g.bundle_id
    WHERE g.partner_id = ${business} AND g.ended_at IS NULL)
  SELECT id FROM direct WHERE id IS NOT NULL UNION SELECT asset.id FROM direct JOIN asset ON asset.inside_id = direct.id`

/** What a sentence names among what a business holds from others; null where it holds nothing of that name. */
export async function findHeld(manager: EntityManager, business: string, what: What): Promise<Target | null> {
  if (what.by === 'bundle') return findHeldBundle(manager, business, what.handle)
  const rows = (await manager.query(
    `SELECT asset.id FROM asset JOIN (${heldAssets('$1')}) held ON held.id = asset.id WHERE ${what.by === 'number' ? 'asset.number = $2' : 'asset.kind = $2 AND asset.handle = $3'} LIMIT 20`,
    what.by === 'number' ? [business, what.number] : [business, what.kind, what.handle],
  )) as { id: string }[]
  const found = await manager.findBy(assets, { id: In(rows.map(row => row.id)) })
  if (found.length > 1)
    throw new Problem(
      'asset.ambiguous',
      `You hold more than one of that name: ${sayList(found.map(asset => `${asset.name} (${asset.number})`))}. Say its number.`,
    )
  return found[0] ? heldTarget(manager, business, found[0]) : null
}

/** A held asset with the grants by which the business holds it, those on the asset itself first. */
export async function heldTarget(manager: EntityManager, business: string, asset: Asset): Promise<Target> {
  const places = await placesOf(manager, asset)
  const held = await manager.findBy(grants, { partnerId: business, targetId: In(places), endedAt: IsNull() })
  held.sort((one, other) => places.indexOf(one.targetId!) - places.indexOf(other.targetId!))
  return {
    ...targetOfAsset(asset),
    text: asset.number,
    held: { owner: await ownerOf(manager, asset.businessId), grants: held },
  }
}

/** Targets with their owners, where those are not the business itself. */
export async function withOwners(
  manager: EntityManager,
  business: string,
  targets: ReadonlyMap<string, Target>,
): Promise<Map<string, Target>> {
  const found = new Map<string, Target>()
  for (const [id, target] of targets)
    found.set(
      id,
      target.ownedBy === business || target.held
        ? target
        : { ...target, held: { owner: await ownerOf(manager, target.ownedBy), grants: [] } },
    )
  return found
}

function ownerOf(manager: EntityManager, id: string): Promise<Party> {
  return manager.findOneOrFail(businesses, { where: { id }, select: { id: true, number: true, name: true } })
}

async function findHeldBundle(manager: EntityManager, business: string, handle: string): Promise<Target | null> {
  const rows = (await manager.query(
    `SELECT DISTINCT bundle.id FROM access_grant g JOIN bundle ON bundle.id = g.bundle_id WHERE g.partner_id = $1 AND g.ended_at IS NULL AND bundle.handle = $2 LIMIT 2`,
    [business, handle],
  )) as { id: string }[]
  const [only, another] = rows
  if (!only) return null
  if (another)
    throw new Problem(
      'asset.ambiguous',
      `More than one business gave you a bundle called ${handle}. Name its assets by number.`,
    )
  const bundle = await manager.findOneByOrFail(bundles, { id: only.id })
  const within = (await assetsInBundles(manager, [bundle.id])).get(bundle.id)!
  const inIt = await manager.findBy(assets, { id: In(within) })
  const held = await manager.findBy(grants, { partnerId: business, targetId: bundle.id, endedAt: IsNull() })
  return { ...targetOfBundle(bundle, inIt), held: { owner: await ownerOf(manager, bundle.businessId), grants: held } }
}

/** All that a business holds of one owner's, for purposes to take from. */
export async function heldFrom(manager: EntityManager, business: string, owner: string): Promise<Asset[]> {
  const rows = (await manager.query(
    `SELECT asset.id FROM asset JOIN (${heldAssets('$1')}) held ON held.id = asset.id WHERE asset.business_id = $2 AND asset.archived_at IS NULL LIMIT 2000`,
    [business, owner],
  )) as { id: string }[]
  return manager.find(assets, { where: { id: In(rows.map(row => row.id)) }, order: { name: 'ASC' } })
}
