import type { Room } from '../base/room.ts'
import { Problem } from '../base/problem.ts'
import { actorOf } from '../base/session.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { findMembership, memberships, type Membership } from '../businesses/records.ts'
import { getMember } from '../people/routes.ts'
import { assertNotLastAdmin } from './endMembership.ts'
import { stoppedLetter } from './letters.ts'

/**
 * Ways to stop somebody in a business without ending anything. A pause is planned (a leave, a sabbatical), a freeze is an
 * alarm; each is lifted on its own, so that lifting one does not undo the other.
 */
export type Stop = 'pause' | 'freeze'

const kept = { pause: 'pausedAt', freeze: 'frozenAt' } as const satisfies Record<Stop, keyof Membership>
const done = { pause: 'paused', freeze: 'froze' } as const
const undone = { pause: 'resumed', freeze: 'unfroze' } as const

/** Stops somebody at once; everything they have stays as it is and counts for nothing. The last admin cannot be stopped. */
export function stopMember(room: Room, how: Stop) {
  return async (acting: Acting, who: string, reason: string | null): Promise<{ result: string }> => {
    requireStanding(acting, how === 'freeze' ? 'freeze' : 'arrange-people', `To ${how} somebody`)
    return room.change(actorOf(acting.live), { businesses: [acting.id] }, async change => {
      const person = await getMember(room, acting, who)
      const membership = (await findMembership(change.manager, acting.id, person.id))!
      if (membership.standing === 'admin') await assertNotLastAdmin(change, acting, person)
      const already = membership[kept[how]] !== null
      if (!already)
        await change.manager.update(
          memberships,
          { businessId: acting.id, personId: person.id },
          { [kept[how]]: change.now },
        )
      await change.record({
        chain: acting.id,
        what: already ? `member.${how}-repeated` : `member.${done[how]}`,
        sentence: `${acting.live.name} ${done[how]} ${person.name}${reason ? `: “${reason}”` : ''}.`,
        about: person.id,
      })
      if (!already && person.id !== acting.live.person)
        await change.mail(stoppedLetter(acting, person, `${done[how]} your access`))
      return {
        result: already
          ? `${person.name} is ${how === 'pause' ? 'paused' : 'frozen'} already.`
          : `${person.name} is stopped at ${acting.name}, everywhere, from this moment. Everything is kept as it was.`,
      }
    })
  }
}

/** Lifts a pause or a freeze: everything is as it was, as far as it has not run out meanwhile. Takes a fresh proof. */
export function liftStop(room: Room, how: Stop) {
  return async (acting: Acting, who: string): Promise<{ result: string }> => {
    requireStanding(
      acting,
      how === 'freeze' ? 'freeze' : 'arrange-people',
      `To ${how === 'pause' ? 'resume' : 'unfreeze'} somebody`,
    )
    return room.change(actorOf(acting.live), { businesses: [acting.id] }, async change => {
      const person = await getMember(room, acting, who)
      const membership = (await findMembership(change.manager, acting.id, person.id))!
      if (membership[kept[how]] === null)
        throw new Problem('request.invalid', `${person.name} is not ${how === 'pause' ? 'paused' : 'frozen'}.`)
      change.requireFreshProof('It brings back all that somebody had, so it takes a fresh proof.')
      await change.manager.update(memberships, { businessId: acting.id, personId: person.id }, { [kept[how]]: null })
      await change.record({
        chain: acting.id,
        what: `member.${undone[how]}`,
        sentence: `${acting.live.name} ${undone[how]} ${person.name}.`,
        about: person.id,
      })
      await change.mail(stoppedLetter(acting, person, `${undone[how]} your access`))
      const still = how === 'pause' ? membership.frozenAt : membership.pausedAt
      return {
        result: still
          ? `${person.name} stays ${how === 'pause' ? 'frozen' : 'paused'} all the same.`
          : `${person.name} has again what they had.`,
      }
    })
  }
}
