import { isAddress, sayEnd } from '@famiglia/core'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { businesses } from '../businesses/records.ts'
import { between } from '../history/append.ts'
import type { Letter } from '../mail/letter.ts'
import { findOpenInvitation, type Proposal } from '../proposals/records.ts'
import { openProposal } from '../proposals/sendInvitation.ts'

/**
 * Invites the client to take the chair of a business that is held in trust: by accepting they become its admin, and the
 * trustee's people go. `chair.not-in-trust` where nobody holds it so.
 */
export function offerChair(room: Room) {
  return async (acting: Acting, to: string, note: string | null): Promise<{ result: string; proposal: string }> => {
    requireStanding(acting, 'arrange-people', 'Giving away the chair')
    const address = to.toLowerCase()
    if (!isAddress(address))
      throw new Problem('address.invalid', `“${to}” is not an e-mail address.`, { pointer: '/address' })
    const { trusteeId } = await room.database.manager.findOneByOrFail(businesses, { id: acting.id })
    if (!trusteeId)
      throw new Problem('chair.not-in-trust', `${acting.name} is not held in trust: its admins are its own.`)
    return room.change(actorOf(acting.live), { businesses: [acting.id, trusteeId] }, async change => {
      change.requireFreshProof('Giving away the chair takes a fresh proof.')
      if (await findOpenInvitation(change.manager, acting.id, address))
        throw new Problem('proposal.answered', `${address} has an open invitation already. Withdraw it first.`)
      const trustee = await change.manager.findOneByOrFail(businesses, { id: trusteeId })
      const proposal = await openProposal(change, {
        kind: 'invitation',
        businessId: acting.id,
        toAddress: address,
        standing: 'admin',
        takesChair: true,
        note,
        purpose: null,
        sentBy: acting.live.person,
        days: acting.proposalDays,
      })
      await change.record({
        ...between(acting, trustee),
        what: 'chair.offered',
        sentence: `${acting.live.name} invited ${address} to take the chair of ${acting.name}.`,
        data: { proposal: proposal.id },
      })
      await change.mail(chairLetter(acting, trustee.name, proposal, note), {
        proposal: proposal.id,
        notBefore: change.now,
      })
      return {
        proposal: proposal.id,
        result: `Sent to ${address}: the chair of ${acting.name}. It waits for an answer until ${sayEnd(proposal.lapsesAt, acting.zone)}.`,
      }
    })
  }
}

function chairLetter(acting: Acting, trustee: string, proposal: Proposal, note: string | null): Letter {
  return {
    to: { name: null, address: proposal.toAddress! },
    subject: `${acting.live.name} hands you the chair of ${acting.name}`,
    body: [
      `${trustee} opened ${acting.name} (${acting.number}) for you and has run it so far. Accept, and it is yours: you become its admin, and the people of ${trustee} are no longer in it.`,
    ],
    note: note ? { text: note, from: acting.live.name } : null,
    facts: [
      ['You get', `everything ${acting.name} owns here, with its history`],
      [trustee, 'keeps only what you leave it; you choose when you accept'],
      ['Stays open', `until ${sayEnd(proposal.lapsesAt, acting.zone)}`],
    ],
    button: { label: 'Read and answer', leads: { to: 'invitation', id: proposal.id, generation: proposal.generation } },
    unexpected: `Not expected? Leave it, or decline with a word. It was sent by ${acting.live.address}.`,
  }
}
