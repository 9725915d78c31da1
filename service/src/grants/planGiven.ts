import type { EntityManager } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { assertOpen } from '../businesses/queries.ts'
import type { Target } from '../reach/targets.ts'
import { givingLevels, upstreamFor } from './givingLevels.ts'
import { planThing, type PlannedThing } from './planThing.ts'
import { grantsOnEach } from './queries.ts'
import type { Holder } from './parties.ts'
import type { Terms } from '@famiglia/core'

/** Something to be given, as said, asked for or proposed. */
export interface ThingToGive {
  readonly target: Target
  readonly terms: Terms
  readonly purpose: string | null
  readonly mayPassOn: boolean
}

/** What waits for somebody's answer by now, for the same thing and reason. */
export type WaitingOn = (thing: ThingToGive) => Terms | null

/** Whom something is given to: a holder, or somebody who is none yet. */
export type Recipient = Pick<Holder, 'name'> & { readonly key: Holder['key'] | null; readonly isBusiness: boolean }

/** Plans giving things to somebody in the acting business's name, each refused with its reason where it cannot be given. */
export async function planGiven(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  recipients: readonly Recipient[],
  things: readonly ThingToGive[],
  waitingOn: (recipient: Recipient) => WaitingOn = () => () => null,
): Promise<PlannedThing[][]> {
  const levels = await givingLevels(
    kit,
    manager,
    acting,
    things.map(({ target }) => target),
  )
  const holders = recipients.flatMap(({ key }) => key ?? [])
  const targets = things.map(({ target }) => target.id)
  const heldBy = await grantsOnEach(manager, acting.id, holders, targets)
  const now = kit.clock.now()
  const planned: PlannedThing[][] = []
  for (const recipient of recipients) {
    assertNotOwn(acting, recipient, things)
    if (recipient.key?.kind === 'business') await assertOpen(manager, recipient.key.id)
    const waiting = waitingOn(recipient)
    const own: PlannedThing[] = []
    for (const thing of things) {
      const held = recipient.key ? heldBy(recipient.key, thing.target.id) : []
      const upstream = upstreamFor(acting, thing.target, thing.terms, recipient)
      const ceilingOf = thing.target.held ? acting.name : null
      const giving = { on: levels, upstream, ceilingOf, zone: acting.zone }
      own.push(planThing({ ...thing, held, waiting: waiting(thing) }, giving, now))
    }
    planned.push(own)
  }
  return planned
}

/** Nobody changes their own access by what they may give: only an admin, who has all of it anyway. */
function assertNotOwn(acting: Acting, { key }: Recipient, things: readonly ThingToGive[]): void {
  const self = key?.kind === 'person' && key.id === acting.live.person
  if (!self || acting.standing === 'admin' || things.length === 0) return
  throw new Problem(
    'grant.own',
    'Nobody changes their own access. Ask an admin or another steward: “ask …” puts it on their desks.',
  )
}
