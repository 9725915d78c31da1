import { withReason } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { changeMembership, findMembership, type Membership } from '../businesses/queries.ts'
import { getMember } from '../businesses/getMember.ts'
import { assertNotLastAdmin } from '../businesses/lastAdmin.ts'
import { stoppedLetter } from './letters.ts'

/**
 * Ways to stop somebody in a business without ending anything. A pause is planned (a leave, a sabbatical), a freeze is an
 * alarm; each is lifted on its own, so that lifting one does not undo the other.
 */
export type Stop = 'pause' | 'freeze'

const kept = { pause: 'pausedAt', freeze: 'frozenAt' } as const satisfies Record<Stop, keyof Membership>
const done = { pause: 'paused', freeze: 'froze' } as const
const stopped = { pause: 'paused', freeze: 'frozen' } as const
const undone = { pause: 'resumed', freeze: 'unfroze' } as const

/** Stops somebody at once; everything they have stays as it is and counts for nothing. The last admin cannot be stopped. */
export function stopMember(kit: Kit, how: Stop) {
  return async (acting: Acting, who: string, reason: string | null): Promise<{ result: string }> => {
    requireStanding(acting, how === 'freeze' ? 'freeze' : 'arrange-people', `To ${how} somebody`)
    return changeFor(kit, acting, async change => {
      const person = await getMember(change.manager, acting, who)
      const membership = (await findMembership(change.manager, acting.id, person.id))!
      if (membership.standing === 'admin') await assertNotLastAdmin(change, acting, person)
      const already = membership[kept[how]] !== null
      if (!already) await changeMembership(change.manager, acting.id, person.id, { [kept[how]]: change.now })
      change.announce({ what: 'standing', business: acting.id, person: person.id })
      change.record({
        chain: acting.id,
        what: already ? `member.${how}-repeated` : `member.${done[how]}`,
        sentence: withReason(
          `${acting.live.name} ${done[how]} ${person.name}${already ? `, who was ${stopped[how]} already` : ''}`,
          reason,
        ),
        about: person.id,
      })
      if (!already && person.id !== acting.live.person)
        await change.mail(stoppedLetter(acting, person, `${done[how]} your access`))
      return {
        result: already
          ? `${person.name} is ${stopped[how]} already.`
          : `${person.name} is stopped at ${acting.name}, everywhere, from this moment. Everything is kept as it was.`,
      }
    })
  }
}

/** Lifts a pause or a freeze: everything is as it was, as far as it has not run out meanwhile. Takes a fresh proof. */
export function liftStop(kit: Kit, how: Stop) {
  return async (acting: Acting, who: string): Promise<{ result: string }> => {
    requireStanding(
      acting,
      how === 'freeze' ? 'freeze' : 'arrange-people',
      `To ${how === 'pause' ? 'resume' : 'unfreeze'} somebody`,
    )
    return changeFor(kit, acting, async change => {
      const person = await getMember(change.manager, acting, who)
      const membership = (await findMembership(change.manager, acting.id, person.id))!
      if (membership[kept[how]] === null) throw new Problem('request.invalid', `${person.name} is not ${stopped[how]}.`)
      change.requireFreshProof('It brings back all that somebody had, so it needs you to confirm it’s you.')
      await changeMembership(change.manager, acting.id, person.id, { [kept[how]]: null })
      change.record({
        chain: acting.id,
        what: `member.${undone[how]}`,
        sentence: `${acting.live.name} ${undone[how]} ${person.name}.`,
        about: person.id,
      })
      change.announce({ what: 'standing', business: acting.id, person: person.id })
      const other: Stop = how === 'pause' ? 'freeze' : 'pause'
      const still = membership[kept[other]] ? stopped[other] : null
      if (person.id !== acting.live.person)
        await change.mail(stoppedLetter(acting, person, `${undone[how]} your access`, still))
      return {
        result: still ? `${person.name} stays ${still} all the same.` : `${person.name} has again what they had.`,
      }
    })
  }
}
