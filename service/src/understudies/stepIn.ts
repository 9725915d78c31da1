import { silenceEndsAt, isBefore, sayInstant, againAt, withReason } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { getBusiness, payingPeopleOf } from '../businesses/queries.ts'
import { endSteppingIn } from './end.ts'
import { steppingInLetter } from './letters.ts'
import { beginSteppingIn, newestSteppingIn, understudyOf } from './records.ts'

/**
 * The understudy steps in: whoever can say no is told at once. Anybody else: `understudy.not-you`. After a no it has to wait
 * as long again: `understudy.refused`.
 */
export function stepIn(kit: Kit) {
  return async (acting: Acting, reason: string): Promise<{ result: string }> =>
    changeFor(kit, acting, async change => {
      const understudy = await understudyOf(change.manager, acting.id)
      if (understudy?.person.id !== acting.live.person)
        throw new Problem('understudy.not-you', `Only the understudy of ${acting.name} can step in.`)
      change.requireSecondStep('Stepping in needs you to confirm it’s you.')
      const before = await newestSteppingIn(change.manager, understudy.id)
      if (before && !before.ended) {
        change.record({
          chain: acting.id,
          what: 'understudy.stepped-in-repeated',
          sentence: `${acting.live.name} stepped in again.`,
        })
        return {
          result: `You stepped in already, and are an admin from ${sayInstant(before.becomes, acting.zone)} on, unless somebody says no.`,
        }
      }
      const again = before?.outcome === 'refused' ? againAt(before.ended!, understudy.days) : null
      if (again && isBefore(change.now, again))
        throw new Problem(
          'understudy.refused',
          `${before!.endedBy} is there, and said no. You can step in again from ${sayInstant(again, acting.zone)}.`,
        )
      const becomes = silenceEndsAt(change.now, understudy.days)
      await beginSteppingIn(change, { understudy: understudy.id, reason, becomes })
      change.record({
        chain: acting.id,
        what: 'understudy.stepped-in',
        sentence: withReason(`${acting.live.name}, the understudy, stepped in`, reason),
      })
      const business = await getBusiness(change.manager, acting.id)
      for (const to of await payingPeopleOf(change.manager, acting.id))
        if (to.id !== acting.live.person)
          await change.mail(steppingInLetter(to, business, understudy, { reason, began: change.now, becomes }, true))
      return {
        result: `The admins and finance people of ${acting.name} are told, now and every second day. If nobody says no, you are an admin from ${sayInstant(becomes, acting.zone)} on.`,
      }
    })
}

/** One no, of an admin or somebody in finance, ends it at once; the understudy takes it back. It needs no proof: stopping is quick. */
export function sayNo(kit: Kit) {
  return async (acting: Acting, reason: string | null): Promise<{ result: string }> =>
    changeFor(kit, acting, async change => {
      const understudy = await understudyOf(change.manager, acting.id)
      const own = understudy?.person.id === acting.live.person
      if (!own) requireStanding(acting, 'see-to-payments', 'Saying no to an understudy')
      const by = { id: acting.live.person, name: acting.live.name }
      const said = withReason(own ? `${by.name} took it back` : `${by.name} is there, and said no`, reason)
      const outcome = own ? 'fell' : 'refused'
      if (understudy && (await endSteppingIn(change, understudy, { by, said, outcome })))
        return { result: `Stopped. ${own ? 'Nothing has changed' : `${understudy.person.name} stays what they were`}.` }
      throw new Problem('understudy.nobody-steps-in', `Nobody is stepping in at ${acting.name} now.`)
    })
}
