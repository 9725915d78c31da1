import { addTerms, isBefore, isForPurpose, kindsHeldBy, type Instant, type Terms } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import type { Target } from '../reach/targets.ts'
import type { Holder } from './parties.ts'
import { grantsTo, termsOf } from './queries.ts'
import { sayTarget } from './tellThings.ts'

interface Added {
  readonly target: Target
  readonly terms: Terms
  readonly purpose: string | null
  readonly mayPassOn: boolean
}

/**
 * What somebody gets on a target beside what they hold there for the same reason: nothing of it is taken away. Where one
 * grant cannot say both (more, but sooner over), it is refused with `ask.would-lower`.
 */
export async function addToHeld<T extends Added>(
  manager: EntityManager,
  acting: Acting,
  holder: Holder,
  thing: T,
  now: Instant,
): Promise<T> {
  const held = await grantsTo(manager, acting.id, holder.key, thing.target.id)
  const same = held.find(grant => isForPurpose(grant, thing.purpose))
  if (!same || (same.until && !isBefore(now, same.until))) return thing
  const added = addTerms(kindsHeldBy(thing.target), termsOf(same, now), thing.terms)
  if (added.ok) return { ...thing, terms: added.terms, mayPassOn: same.mayPassOn || thing.mayPassOn }
  throw new Problem(
    'ask.would-lower',
    `${holder.name} has ${sayTarget(thing.target, termsOf(same, now), acting.zone, same.purpose)}. This would make that end sooner. ${holder.key.kind === 'manager' ? 'Decline it, and say the link again as you want it: that takes the place of what there is.' : 'Say it in a sentence for a purpose of its own: then both hold.'}`,
  )
}
