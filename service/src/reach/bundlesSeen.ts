import { reachOf } from '@famiglia/core'
import type { Asset } from '../assets/records.ts'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { factsFrom } from './facts.ts'
import { targetsById } from './targets.ts'

/** What somebody sees in bundles of the business they act for: admins and finance people all of it, members what they reach. */
export async function bundlesSeen(
  kit: Kit,
  acting: Acting,
  ids: readonly string[],
): Promise<ReadonlyMap<string, readonly Asset[]>> {
  const targets = await targetsById(kit.database.manager, ids)
  const all = new Map([...targets].map(([id, target]) => [id, target.assets]))
  if (acting.standing !== 'member') return all
  const assets = [...new Set([...all.values()].flat().map(asset => asset.id))]
  const facts = await factsFrom(kit).aroundAll(assets.map(asset => ({ person: acting.live.person, asset })))
  const now = kit.clock.now()
  const reached = new Set(
    assets.filter((_asset, index) => facts[index] && reachOf(facts[index], now).level.actions.size > 0),
  )
  return new Map([...all].map(([id, inside]) => [id, inside.filter(asset => reached.has(asset.id))]))
}
