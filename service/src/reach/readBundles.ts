import { kinds } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { ruleOf, type BundleLine } from '../bundles/arrangeBundles.ts'
import { getBundle } from '../bundles/queries.ts'
import { bundles } from '../bundles/records.ts'
import { bundlesSeen } from './bundlesSeen.ts'

/** How many are told at most. */
export const most = 200

/** The business's bundles; for members those with something in them that they reach. */
export async function listBundles(kit: Kit, acting: Acting): Promise<BundleLine[]> {
  const found = await kit.database.manager.find(bundles, {
    where: { businessId: acting.id },
    order: { name: 'ASC' },
    take: most,
  })
  const ids = found.map(bundle => bundle.id)
  const seen = await bundlesSeen(kit, acting, ids)
  return found
    .map(bundle => ({
      handle: bundle.handle,
      name: bundle.name,
      rule: ruleOf(bundle),
      assets: seen.get(bundle.id)!.length,
    }))
    .filter(({ assets }) => acting.standing !== 'member' || assets > 0)
}

/** One bundle and what is in it; for members what they reach of it, and none where that is nothing. */
export async function readBundle(kit: Kit, acting: Acting, handle: string) {
  const bundle = await getBundle(kit.database.manager, acting, handle)
  const assets = (await bundlesSeen(kit, acting, [bundle.id])).get(bundle.id)!
  if (acting.standing === 'member' && assets.length === 0)
    throw new Problem('bundle.unknown', `${acting.name} has no bundle called ${bundle.handle}.`)
  return {
    handle: bundle.handle,
    name: bundle.name,
    rule: ruleOf(bundle),
    assets: assets.map(asset => ({
      number: asset.number,
      text: `${asset.kind}/${asset.handle}`,
      name: asset.name,
      noun: kinds[asset.kind].noun,
    })),
  }
}
