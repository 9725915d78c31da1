import { addTerms, isBefore, isForPurpose, kindsHeldBy, type Instant } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { giveThings } from './giveThings.ts'
import type { Holder } from './parties.ts'
import { planGiven, type ThingToGive } from './planGiven.ts'
import { grantsTo, termsOf } from './queries.ts'
import { sayTarget } from './tellThings.ts'

/** Gives what somebody asked for, in the name of who says yes, beside what they have for other reasons. */
export async function grantAsked(
  kit: Kit,
  change: Change,
  acting: Acting,
  holder: Holder,
  things: readonly ThingToGive[],
  proposal: string,
): Promise<void> {
  const now = kit.clock.now()
  const added: ThingToGive[] = []
  for (const thing of things) added.push(await addedTo(change.manager, acting, holder, thing, now))
  const isBusiness = holder.key.kind === 'business'
  const to = { name: holder.name, key: holder.key, isBusiness }
  const planned = (await planGiven(kit, change.manager, acting, [to], added))[0]!
  if (isBusiness) change.requireFreshProof('Giving something to another business needs you to confirm it’s you.')
  else if (planned.some(thing => thing.takesProof))
    change.requireFreshProof('This raises what somebody can do, so it needs you to confirm it’s you.')
  const alone = planned.map(thing => ({ ...thing, falls: [] }))
  await giveThings(change, acting, { holder, told: [], things: alone, sentence: null, proposal, withLetter: false })
}

async function addedTo(
  manager: EntityManager,
  acting: Acting,
  holder: Holder,
  thing: ThingToGive,
  now: Instant,
): Promise<ThingToGive> {
  const held = await grantsTo(manager, acting.id, holder.key, thing.target.id)
  const same = held.find(grant => isForPurpose(grant, thing.purpose))
  if (!same || (same.until && !isBefore(now, same.until))) return thing
  const added = addTerms(kindsHeldBy(thing.target), termsOf(same, now), thing.terms)
  if (added.ok) return { ...thing, terms: added.terms, mayPassOn: same.mayPassOn || thing.mayPassOn }
  throw new Problem(
    'ask.would-lower',
    `${holder.name} has ${sayTarget(thing.target, termsOf(same, now), acting.zone, same.purpose)}. To grant this would make that end sooner. Say it in a sentence for a purpose of its own: then both hold.`,
  )
}
