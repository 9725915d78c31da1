import {
  grantToPassOn,
  isLive,
  kindsHeldBy,
  latestEnd,
  narrow,
  reachOf,
  asUnstopped,
  type AccessFacts,
  type GivingLevel,
  type Instant,
  type Terms,
} from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { factsFrom } from '../reach/facts.ts'
import { factsOfGiver } from '../reach/mayGive.ts'
import type { Target } from '../reach/targets.ts'
import type { Grant } from './queries.ts'

/**
 * The most that can be given on each asset, and until when: on own ones what the acting person has, after refusing who may
 * not give; on those that another business owns the ceiling, which its admins put people beneath, and its stewards up to
 * their own.
 */
export async function givingLevels(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  targets: readonly Target[],
): Promise<(asset: Asset) => GivingLevel> {
  const now = kit.clock.now()
  const own = onceEach(targets.filter(target => !target.held))
  const held = onceEach(targets.filter(target => target.held))
  const facts = await factsOfGiver(kit, manager, acting, own)
  const pairs = held.map(asset => ({ business: acting.id, asset: asset.id }))
  const ceilings = await factsFrom(kit, manager).aroundPartners(pairs)
  const stewards = acting.standing === 'admin' ? null : await factsOfGiver(kit, manager, acting, held)
  const levels = new Map<string, GivingLevel>(own.map(asset => [asset.id, levelOfGiver(facts.get(asset.id)!, now)]))
  held.forEach((asset, index) => {
    const { level } = reachOf(asUnstopped(ceilings[index]!), now)
    const steward = stewards && levelOfGiver(stewards.get(asset.id)!, now)
    levels.set(
      asset.id,
      steward
        ? { level: narrow(level, steward.level), until: steward.until, ceiling: level }
        : { level, until: null, ceiling: level },
    )
  })
  return asset => levels.get(asset.id)!
}

/** Time is part of a level: what one gives by a path that ends, ends with it. */
function levelOfGiver(facts: AccessFacts, now: Instant): GivingLevel {
  const { level, paths } = reachOf(facts, now)
  const giving = paths.filter(path => isLive(path) && path.level.actions.has('access.change'))
  return { level, until: latestEnd(giving) }
}

function onceEach(targets: readonly Target[]): Asset[] {
  return [...new Map(targets.flatMap(target => target.assets).map(asset => [asset.id, asset])).values()]
}

/** The grant by which a business passes on what it holds; refused where what it holds is for its own people alone. */
export function upstreamFor(
  acting: Pick<Acting, 'name'>,
  target: Target,
  terms: Terms,
  to: { readonly name: string; readonly isBusiness: boolean },
): Grant | null {
  if (!target.held) return null
  const passable = target.held.grants.map(grant => ({ ...grant, upstream: grant.upstreamId }))
  const found = grantToPassOn(passable, kindsHeldBy(target), terms, to.isBusiness)
  if (found) return found
  throw new Problem(
    'grant.may-not-pass-on',
    `${target.name} was given to ${acting.name} for its own people: it may not be passed on to a further business. Ask its owner to give it to ${to.name}.`,
  )
}
