import { mayGiveOn, reachOf, sayList, type AccessFacts } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Asset } from '../assets/records.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/queries.ts'
import { factsFrom } from './facts.ts'

/**
 * The acting person's facts on assets, as far as they reach them for the acting business itself, after refusing who may
 * not give access on one of them, with the names of who can.
 */
export async function factsOfGiver(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  assets: readonly Asset[],
): Promise<Map<string, AccessFacts>> {
  const pairs = assets.map(asset => ({ person: acting.live.person, asset: asset.id }))
  const facts = await factsFrom(kit, manager).aroundAll(pairs)
  const now = kit.clock.now()
  const own = facts.map(one => one && mayGiveOn(one, acting.id))
  const barred = assets.find(
    (_asset, index) => !own[index] || !reachOf(own[index], now).level.actions.has('access.change'),
  )
  if (barred) throw await notYoursToGive(manager, acting, barred)
  return new Map(assets.map((asset, index) => [asset.id, own[index]!]))
}

export async function notYoursToGive(
  manager: EntityManager,
  acting: Pick<Acting, 'id' | 'name'>,
  asset: Pick<Asset, 'name' | 'kind' | 'handle'>,
): Promise<Problem> {
  const admins = await adminsOf(manager, acting.id)
  const names = sayList(
    admins.map(admin => admin.name),
    'or',
  )
  return new Problem(
    'access.not-yours-to-give',
    `You cannot give or take access on ${asset.name}. ${names} can: “famiglia ask … on ${asset.kind}/${asset.handle}” asks them.`,
    { who: admins.map(({ name, address }) => ({ name, address })) },
  )
}
