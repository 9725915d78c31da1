import { reachOf, sayList, type AccessFacts } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import type { Asset } from '../assets/records.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/records.ts'

/** The acting person's facts on assets, after refusing who may not give access on one of them, with the names of who can. */
export async function factsOfGiver(
  room: Room,
  manager: EntityManager,
  acting: Acting,
  assets: readonly Asset[],
): Promise<Map<string, AccessFacts>> {
  const facts = await room.facts.aroundAll(assets.map(asset => ({ person: acting.live.person, asset: asset.id })))
  const now = room.clock.now()
  const barred = assets.find(
    (_asset, index) => !facts[index] || !reachOf(asUnstopped(facts[index]), now).level.actions.has('access.change'),
  )
  if (barred) throw await notYoursToGive(manager, acting, barred)
  return new Map(assets.map((asset, index) => [asset.id, asUnstopped(facts[index]!)]))
}

/** Facts as they are without a freeze or the archive: who arranges an asset goes on doing so while it is stopped, else nothing could be ended. */
export function asUnstopped(facts: AccessFacts): AccessFacts {
  return { ...facts, asset: { ...facts.asset, frozen: false, archived: false } }
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
