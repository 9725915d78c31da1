import { kinds, sayList, sayMany, type Kind } from '@famiglia/core'
import { v7 as newId } from 'uuid'
import type { Change } from '../base/change.ts'
import { violates } from '../base/database.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { assertHandle } from '../assets/handles.ts'
import { getAssetNamed } from '../assets/findAsset.ts'
import type { Asset } from '../assets/queries.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { bundles, type Bundle } from './records.ts'
import { bundlesForKind, getBundle, putIntoBundle } from './queries.ts'

export interface BundleWanted {
  readonly handle: string
  readonly name: string
  /** A rule: every asset of these kinds, also those that come later. */
  readonly kinds: readonly Kind[] | null
  /** A list. */
  readonly assets: readonly string[]
}

export interface BundleLine {
  readonly handle: string
  readonly name: string
  /** What it takes in by itself; null for one by list. */
  readonly rule: string | null
  readonly assets: number
}

/** Makes a bundle by list or by rule. */
export function makeBundle(kit: Kit) {
  return async (acting: Acting, wanted: BundleWanted, once: Once | null): Promise<BundleLine> => {
    requireStanding(acting, 'arrange-assets', 'Making a bundle')
    assertHandle(wanted.handle)
    if (wanted.kinds && wanted.assets.length > 0)
      throw new Problem('bundle.by-rule', 'A bundle is made by a list or by a rule, not by both.', {
        pointer: '/assets',
      })
    return changeFor(
      kit,
      acting,
      async change => {
        const bundle: Bundle = {
          id: newId(),
          businessId: acting.id,
          handle: wanted.handle,
          name: wanted.name,
          kinds: wanted.kinds ? [...wanted.kinds] : null,
          madeAt: change.now,
        }
        try {
          await change.manager.insert(bundles, bundle)
        } catch (error) {
          if (violates(error, 'bundle_handle'))
            throw new Problem('handle.taken', `There is a bundle/${wanted.handle} already.`, { pointer: '/handle' })
          throw error
        }
        const held = wanted.kinds
          ? await assetsOfKinds(change, acting.id, wanted.kinds)
          : await assetsNamed(change, acting, wanted.assets)
        await putIntoBundle(change.manager, bundle.id, held, change.now)
        const rule = wanted.kinds ? `, by the rule: ${sayRule(wanted.kinds)}` : ''
        change.record({
          chain: acting.id,
          what: 'bundle.made',
          sentence: `${acting.live.name} made the bundle ${bundle.name} (bundle/${bundle.handle})${rule}.`,
          data: { bundle: bundle.handle, kinds: bundle.kinds, assets: held.length },
        })
        return { handle: bundle.handle, name: bundle.name, rule: ruleOf(bundle), assets: held.length }
      },
      once,
    )
  }
}

/** What a bundle takes in by itself, as read; null for one by list. */
export function ruleOf({ kinds: of }: Pick<Bundle, 'kinds'>): string | null {
  return of && sayRule(of)
}

function sayRule(of: readonly Kind[]): string {
  return `all ${sayList(of.map(kind => sayMany(kinds[kind].noun)))}`
}

/** Puts an asset into a bundle by list: whoever holds the bundle reaches it, at once. */
export function putIn(kit: Kit) {
  return async (acting: Acting, handle: string, what: string): Promise<{ result: string }> =>
    arrange(kit, acting, handle, what, async (change, bundle, asset) => {
      change.requireFreshProof(
        'Anyone who has the bundle reaches what is put into it, so it needs you to confirm it’s you.',
      )
      const put = (await putIntoBundle(change.manager, bundle.id, [asset.id], change.now)) > 0
      await record(
        change,
        acting,
        bundle,
        asset,
        put ? 'bundle.taken-in' : 'bundle.taking-in-repeated',
        `put ${asset.name} into the bundle ${bundle.name}${put ? '' : ', where it was already'}.`,
      )
      return { result: `${asset.name} is in ${bundle.name} ${put ? 'now' : 'already'}.` }
    })
}

/** Takes an asset out of a bundle by list: who reached it by the bundle alone no longer does. */
export function takeOut(kit: Kit) {
  return async (acting: Acting, handle: string, what: string): Promise<{ result: string }> =>
    arrange(kit, acting, handle, what, async (change, bundle, asset) => {
      const [, taken] = (await change.manager.query('DELETE FROM bundle_asset WHERE bundle_id = $1 AND asset_id = $2', [
        bundle.id,
        asset.id,
      ])) as [unknown, number]
      await record(
        change,
        acting,
        bundle,
        asset,
        taken ? 'bundle.taken-out' : 'bundle.taking-out-repeated',
        `took ${asset.name} out of the bundle ${bundle.name}${taken ? '' : '; it was not in it'}.`,
      )
      return { result: `${asset.name} is ${taken ? 'no longer' : 'not'} in ${bundle.name}.` }
    })
}

/** A new asset is taken in by the bundles whose rule it meets, and the history says so. Returns them. */
export async function takeInByRule(change: Change, acting: Acting, asset: Asset): Promise<Bundle[]> {
  const fitting = await bundlesForKind(change.manager, acting.id, asset.kind)
  for (const bundle of fitting) {
    await putIntoBundle(change.manager, bundle.id, [asset.id], change.now)
    await record(
      change,
      acting,
      bundle,
      asset,
      'bundle.taken-in',
      `brought in ${asset.name}; the bundle ${bundle.name} takes it in by its rule.`,
    )
  }
  return fitting
}

async function arrange(
  kit: Kit,
  acting: Acting,
  handle: string,
  what: string,
  work: (change: Change, bundle: Bundle, asset: Asset) => Promise<{ result: string }>,
): Promise<{ result: string }> {
  requireStanding(acting, 'arrange-assets', 'Changing a bundle')
  return changeFor(kit, acting, async change => {
    const bundle = await getBundle(change.manager, acting, handle)
    if (bundle.kinds)
      throw new Problem(
        'bundle.by-rule',
        `${bundle.name} takes in ${sayRule(bundle.kinds)} by itself; nothing is put in or taken out by hand.`,
      )
    return work(change, bundle, await getAssetNamed(change.manager, acting, what))
  })
}

async function record(change: Change, acting: Acting, bundle: Bundle, asset: Asset, what: string, said: string) {
  change.record({
    chain: acting.id,
    what,
    sentence: `${acting.live.name} ${said}`,
    asset: asset.id,
    data: { bundle: bundle.handle },
  })
}

async function assetsOfKinds(change: Change, business: string, of: readonly Kind[]): Promise<string[]> {
  const rows = (await change.manager.query('SELECT id FROM asset WHERE business_id = $1 AND kind = ANY($2)', [
    business,
    of,
  ])) as { id: string }[]
  return rows.map(row => row.id)
}

async function assetsNamed(change: Change, acting: Acting, named: readonly string[]): Promise<string[]> {
  const ids: string[] = []
  for (const text of named) ids.push((await getAssetNamed(change.manager, acting, text)).id)
  return ids
}
