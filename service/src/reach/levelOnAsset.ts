import { asUnstopped, reachOf, type Level } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Asset } from '../assets/records.ts'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { factsFrom } from './facts.ts'

/** What the acting person has on an asset by any path; null where that is nothing. */
export async function levelOnAsset(
  kit: Kit,
  manager: EntityManager,
  { live }: Pick<Acting, 'live'>,
  asset: Pick<Asset, 'id'>,
): Promise<Level | null> {
  const [facts] = await factsFrom(kit, manager).aroundAll([{ person: live.person, asset: asset.id }])
  const level = facts && reachOf(asUnstopped(facts), kit.clock.now()).level
  return level && level.actions.size > 0 ? level : null
}
