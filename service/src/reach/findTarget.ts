import { sayList, type What } from '@famiglia/core'
import { IsNull, type EntityManager } from 'typeorm'
import { getAsset, readWhat } from '../assets/findAsset.ts'
import { assetsById, unknownAsset, type Asset, type Owner } from '../assets/queries.ts'
import { Problem } from '../base/problem.ts'
import { getBundle } from '../bundles/queries.ts'
import { getBusiness } from '../businesses/queries.ts'
import { grants } from '../grants/records.ts'
import { heldAssets, heldTarget } from './held.ts'
import { targetOfAsset, targetsById, type Target } from './targets.ts'

/**
 * What a sentence names: the acting business's own asset or bundle, else one that it holds from another business. Where
 * several owners have one of that kind and handle, the number has to be said: `asset.ambiguous`.
 */
export async function getTargetReached(manager: EntityManager, acting: Owner, what: What): Promise<Target> {
  try {
    return await getTarget(manager, acting, what)
  } catch (unknown) {
    const held = await findHeld(manager, acting.id, what)
    if (held) return held
    throw unknown
  }
}

/** The acting business's asset or bundle that a sentence names. */
export async function getTarget(manager: EntityManager, acting: Owner, what: What): Promise<Target> {
  if (what.by !== 'bundle') return targetOfAsset(await getAsset(manager, acting, what))
  const bundle = await getBundle(manager, acting, what.handle)
  return (await targetsById(manager, [bundle.id])).get(bundle.id)!
}

/** An asset of the acting business's own, or one that it holds from another: `own` tells which. */
export async function getAssetReached(
  manager: EntityManager,
  acting: Owner,
  text: string,
): Promise<{ asset: Asset; own: boolean }> {
  const what = readWhat(text)
  const target = await getTargetReached(manager, acting, what)
  const [asset] = target.assets
  if (!asset || target.bundleId) throw await unknownAsset(manager, acting, what)
  return { asset, own: target.held === null }
}

/** What a sentence names among what a business holds from others; null where it holds nothing of that name. */
export async function findHeld(manager: EntityManager, business: string, what: What): Promise<Target | null> {
  if (what.by === 'bundle') return findHeldBundle(manager, business, what.handle)
  const rows = (await manager.query(
    `SELECT asset.id FROM asset JOIN (${heldAssets('$1')}) held ON held.id = asset.id
      WHERE ${what.by === 'number' ? 'asset.number = $2' : 'asset.kind = $2 AND asset.handle = $3'} LIMIT 20`,
    what.by === 'number' ? [business, what.number] : [business, what.kind, what.handle],
  )) as { id: string }[]
  const found = await assetsById(
    manager,
    rows.map(row => row.id),
  )
  if (found.length > 1)
    throw new Problem(
      'asset.ambiguous',
      `You hold more than one of that name: ${sayList(found.map(asset => `${asset.name} (${asset.number})`))}. Say its number.`,
    )
  return found[0] ? heldTarget(manager, business, found[0]) : null
}

async function findHeldBundle(manager: EntityManager, business: string, handle: string): Promise<Target | null> {
  const rows = (await manager.query(
    `SELECT DISTINCT bundle.id FROM access_grant g JOIN bundle ON bundle.id = g.bundle_id
     WHERE g.to_business_id = $1 AND g.ended_at IS NULL AND bundle.handle = $2 LIMIT 2`,
    [business, handle],
  )) as { id: string }[]
  const [only, another] = rows
  if (!only) return null
  if (another)
    throw new Problem(
      'asset.ambiguous',
      `More than one business gave you a bundle called ${handle}. Name its assets by number.`,
    )
  const target = (await targetsById(manager, [only.id])).get(only.id)!
  const held = await manager.findBy(grants, {
    toBusinessId: business,
    targetId: only.id,
    endedAt: IsNull(),
  })
  return { ...target, held: { owner: await getBusiness(manager, target.ownedBy), grants: held } }
}
