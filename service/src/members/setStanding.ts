import { isAddress, type Standing } from '@famiglia/core'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { findMembership, memberships } from '../businesses/records.ts'
import { findAddressee } from '../grants/addressee.ts'
import { sendInvitation } from '../proposals/sendInvitation.ts'
import { assertNotLastAdmin } from './endMembership.ts'
import { standingLetter } from './letters.ts'

export interface StandingSet {
  readonly result: string
  readonly proposal: string | null
}

/**
 * Gives a member another standing, or invites somebody new with one, on no asset yet. Raising above member takes a fresh
 * proof; the last admin cannot be lowered: `business.last-admin`.
 */
export function setStanding(room: Room) {
  return async (
    acting: Acting,
    address: string,
    standing: Standing,
    note: string | null,
    once: Once | null,
  ): Promise<StandingSet> => {
    requireStanding(acting, 'arrange-people', 'Choosing a standing')
    if (!isAddress(address)) throw new Problem('address.invalid', `“${address}” is not an e-mail address.`)
    return room.change(
      actorOf(acting.live),
      { businesses: [acting.id] },
      async change => {
        const who = await findAddressee(room, change.manager, acting, { by: 'address', address: address.toLowerCase() })
        if (who.kind !== 'person') throw new Problem('address.invalid', `“${address}” is not an e-mail address.`)
        if (standing !== 'member') change.requireFreshProof(`Making somebody ${standing} takes a fresh proof.`)
        if (!who.member) {
          const { result, proposal } = await sendInvitation(change, acting, {
            who,
            items: [],
            text: `standing ${address} ${standing}`,
            purpose: null,
            note,
            standing,
            letterWaits: room.config.FAMIGLIA_LETTER_WAITS_SECONDS,
          })
          return { result, proposal }
        }
        const person = who.person!
        const before = (await findMembership(change.manager, acting.id, person.id))!.standing
        if (before === 'admin' && standing !== 'admin') {
          await assertNotLastAdmin(change, acting, person)
          change.requireFreshProof('Lowering an admin takes a fresh proof.')
        }
        await change.manager.update(memberships, { businessId: acting.id, personId: person.id }, { standing })
        await change.record({
          chain: acting.id,
          what: before === standing ? 'standing.repeated' : 'standing.changed',
          sentence: `${acting.live.name} made ${person.name} ${standing} of ${acting.name}${before === standing ? ', as they were' : `, who was ${before}`}.`,
          about: person.id,
          data: { before, after: standing },
        })
        if (before === standing) return { result: `${person.name} is ${standing} already.`, proposal: null }
        if (person.id !== acting.live.person) await change.mail(standingLetter(acting, person, standing))
        return { result: `${person.name} is ${standing} of ${acting.name} now, and was ${before}.`, proposal: null }
      },
      once,
    )
  }
}
