import { kinds, nearest, type What } from '@famiglia/core'
import { In, type EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import { assetsInBundles, bundles, type Bundle } from '../bundles/records.ts'
import type { Acting } from '../businesses/acting.ts'
import type { Business } from '../businesses/records.ts'
import type { Grant } from '../grants/records.ts'
import { getAsset } from './findAsset.ts'
import { findHeld } from './held.ts'
import { assets, type Asset } from './records.ts'

/** A business as far as a history entry names it. */
export type Party = Pick<Business, 'id' | 'number' | 'name'>

/** What access is given on: one asset, or a bundle with all that is in it. */
export interface Target {
  readonly id: string
  readonly assetId: string | null
  readonly bundleId: string | null
  readonly name: string
  /** As a sentence names it: `page/day-trips`, `bundle/summer-season`. */
  readonly text: string
  readonly noun: string
  readonly assets: readonly Asset[]
  /** The business that owns it. */
  readonly ownedBy: string
  /** Where another business owns it: which one, and the grants by which the acting business holds it, none of them ended. */
  readonly held: { readonly owner: Party; readonly grants: readonly Grant[] } | null
}

/** As a sentence of a business names it beyond doubt: by its number where another business owns it. */
export function clearTextOf(target: Target, business: string): string {
  return target.ownedBy === business || target.bundleId ? target.text : target.assets[0]!.number
}

export function targetOfAsset(asset: Asset): Target {
  return {
    id: asset.id,
    assetId: asset.id,
    bundleId: null,
    name: asset.name,
    text: `${asset.kind}/${asset.handle}`,
    noun: kinds[asset.kind].noun,
    assets: [asset],
    ownedBy: asset.businessId,
    held: null,
  }
}

export function targetOfBundle(bundle: Bundle, held: readonly Asset[]): Target {
  return {
    id: bundle.id,
    assetId: null,
    bundleId: bundle.id,
    name: bundle.name,
    text: `bundle/${bundle.handle}`,
    noun: 'bundle',
    assets: held,
    ownedBy: bundle.businessId,
    held: null,
  }
}

/**
 * What a sentence names: the acting business's own asset or bundle, else one that it holds from another business. Where
 * several owners have one of that kind and handle, the number has to be said: `asset.ambiguous`.
 */
export async function getTargetReached(
  manager: EntityManager,
  acting: Pick<Acting, 'id' | 'name'>,
  what: What,
): Promise<Target> {
  try {
    return await getTarget(manager, acting, what)
  } catch (unknown) {
    const held = await findHeld(manager, acting.id, what)
    if (held) return held
    throw unknown
  }
}

/** The acting business's asset or bundle that a sentence names. */
export async function getTarget(
  manager: EntityManager,
  acting: Pick<Acting, 'id' | 'name'>,
  what: What,
): Promise<Target> {
  if (what.by !== 'bundle') return targetOfAsset(await getAsset(manager, acting, what))
  const bundle = await getBundle(manager, acting, what.handle)
  return (await targetsById(manager, [bundle.id])).get(bundle.id)!
}

export async function getBundle(
  manager: EntityManager,
  acting: Pick<Acting, 'id' | 'name'>,
  handle: string,
): Promise<Bundle> {
  const found = await manager.findOneBy(bundles, { businessId: acting.id, handle })
  if (found) return found
  const known = await manager.find(bundles, { where: { businessId: acting.id }, take: 200 })
  const near = nearest(
    handle,
    known.map(bundle => bundle.handle),
  )
  const hint = near ? ` Did you mean bundle/${near}?` : ''
  throw new Problem('bundle.unknown', `${acting.name} has no bundle called ${handle}.${hint}`, {
    nearest: near ? `bundle/${near}` : null,
  })
}

/** Assets and bundles by their ids, in four queries at most. */
export async function targetsById(manager: EntityManager, ids: readonly string[]): Promise<Map<string, Target>> {
  const wanted = [...new Set(ids)]
  if (wanted.length === 0) return new Map()
  const found = await manager.findBy(bundles, { id: In(wanted) })
  const within = await assetsInBundles(
    manager,
    found.map(bundle => bundle.id),
  )
  const all = await manager.findBy(assets, { id: In([...wanted, ...[...within.values()].flat()]) })
  const byId = new Map(all.map(asset => [asset.id, asset]))
  return new Map([
    ...all.filter(asset => wanted.includes(asset.id)).map(asset => [asset.id, targetOfAsset(asset)] as const),
    ...found.map(
      bundle =>
        [
          bundle.id,
          targetOfBundle(
            bundle,
            within.get(bundle.id)!.flatMap(id => byId.get(id) ?? []),
          ),
        ] as const,
    ),
  ])
}
