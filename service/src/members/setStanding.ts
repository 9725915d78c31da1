import { isAddress, type Standing } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { changeMembership, findMembership } from '../businesses/queries.ts'
import { sendInvitation } from '../invitations/sendInvitation.ts'
import { findPersonByAddress } from '../people/queries.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { isOpen, openProposals } from '../proposals/queries.ts'
import { voidSentBy } from '../proposals/voidSentBy.ts'
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
export function setStanding(kit: Kit) {
  return async (
    acting: Acting,
    address: string,
    standing: Standing,
    note: string | null,
    once: Once | null,
  ): Promise<StandingSet> => {
    requireStanding(acting, 'arrange-people', 'Choosing a standing')
    if (!isAddress(address)) throw new Problem('address.invalid', `“${address}” is not an e-mail address.`)
    return changeFor(
      kit,
      acting,
      async change => {
        const known = await findPersonByAddress(change.manager, address)
        const membership = known && (await findMembership(change.manager, acting.id, known.id))
        if (standing !== 'member')
          change.requireFreshProof(`Making somebody ${standing} needs you to confirm it’s you.`)
        if (!known || !membership) {
          const to = { businessId: acting.id, toAddress: address.toLowerCase(), kind: 'invitation' }
          const open = (await openProposals(change.manager, to)).find(one => isOpen(one, change.now)) ?? null
          const { result, proposal } = await sendInvitation(change, acting, {
            address: address.toLowerCase(),
            known: known !== null,
            open,
            things: [],
            text: `standing ${address} ${standing}`,
            note,
            standing,
            letterWaits: kit.config.FAMIGLIA_LETTER_WAITS_SECONDS,
          })
          return { result, proposal }
        }
        const person = known
        const before = membership.standing
        if (before === 'admin' && standing !== 'admin') {
          await assertNotLastAdmin(change, acting, person)
          change.requireFreshProof('Lowering an admin needs you to confirm it’s you.')
        }
        await changeMembership(change.manager, acting.id, person.id, { standing })
        change.record({
          chain: acting.id,
          what: before === standing ? 'standing.repeated' : 'standing.changed',
          sentence: `${acting.live.name} made ${person.name} ${standing} of ${acting.name}${before === standing ? ', as they were' : `, who was ${before}`}.`,
          about: person.id,
          data: { before, after: standing },
        })
        if (before === 'admin' && standing !== 'admin')
          await voidSentBy(kit, change, proposalKinds, acting.id, person.id)
        if (before === standing) return { result: `${person.name} is ${standing} already.`, proposal: null }
        if (person.id !== acting.live.person) await change.mail(standingLetter(acting, person, standing))
        return { result: `${person.name} is ${standing} of ${acting.name} now, and was ${before}.`, proposal: null }
      },
      once,
    )
  }
}
