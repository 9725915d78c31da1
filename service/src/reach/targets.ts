import { kinds, type Kind, type What } from '@famiglia/core'
import { In, type EntityManager } from 'typeorm'
import { assets, type Asset } from '../assets/records.ts'
import { assetsInBundles } from '../bundles/queries.ts'
import { bundles, type Bundle } from '../bundles/records.ts'
import type { Party } from '../businesses/queries.ts'
import type { Grant } from '../grants/records.ts'

/** What access is given on: one asset, or a bundle with all that is in it. */
export interface Target {
  readonly id: string
  readonly assetId: string | null
  readonly bundleId: string | null
  readonly name: string
  /** An asset's kind; a bundle has none, but by rule the kinds it takes in. */
  readonly kind: Kind | null
  readonly rule: readonly Kind[] | null
  /** As a sentence of its owner names it: `page/day-trips`, `bundle/summer-season`. */
  readonly text: string
  readonly noun: string
  readonly assets: readonly Asset[]
  /** The business that owns it. */
  readonly ownedBy: string
  /** Where another business owns it: which one, and the grants by which the acting business holds it, none of them ended. */
  readonly held: { readonly owner: Party; readonly grants: readonly Grant[] } | null
}

/** As a sentence of a business names it beyond doubt: by its number where another business owns it. */
export function whatOf(target: Target, business: string): What {
  const [asset] = target.assets
  if (target.bundleId || !asset) return { by: 'bundle', handle: target.text.slice('bundle/'.length) }
  if (target.ownedBy !== business) return { by: 'number', number: asset.number }
  return { by: 'handle', kind: asset.kind, handle: asset.handle }
}

export function targetOfAsset(asset: Asset): Target {
  return {
    id: asset.id,
    assetId: asset.id,
    bundleId: null,
    name: asset.name,
    kind: asset.kind,
    rule: null,
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
    kind: null,
    rule: bundle.kinds,
    text: `bundle/${bundle.handle}`,
    noun: 'bundle',
    assets: held,
    ownedBy: bundle.businessId,
    held: null,
  }
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
  const ofBundle = (bundle: Bundle) => within.get(bundle.id)!.flatMap(id => byId.get(id) ?? [])
  return new Map([
    ...all.filter(asset => wanted.includes(asset.id)).map(asset => [asset.id, targetOfAsset(asset)] as const),
    ...found.map(bundle => [bundle.id, targetOfBundle(bundle, ofBundle(bundle))] as const),
  ])
}
