import { isAddress } from '@famiglia/core'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { lapseOf, nextDueAt, sayEnd } from '@famiglia/core'
import type { Acting } from '../businesses/acting.ts'
import { gatherProposal, sayProposal } from './describe.ts'
import { assertOpen, followInvitationLink } from './followLink.ts'
import { invitationAgainLetter, moveLetter } from './letters.ts'
import { asSender } from './otherAnswers.ts'
import { courseOf, findOpenInvitation, lockProposal, proposals } from './records.ts'

/** The link to pass on by other means where the letter was lost. It proves no address: see `askToMove`. */
export function passOn(room: Room) {
  return async (acting: Acting, id: string): Promise<{ link: string }> =>
    asSender(room, acting, id, 'Passing on an invitation', async (change, proposal) => {
      assertOpen(proposal, change.now, acting.zone)
      if (proposal.kind !== 'invitation')
        throw new Problem('proposal.unknown', `${acting.name} has no such invitation.`)
      await change.record({
        chain: acting.id,
        what: 'invitation.passed-on',
        sentence: `${acting.live.name} took the link of the invitation to ${proposal.toAddress}, to pass it on.`,
        data: { proposal: id },
      })
      return { link: `${room.publicUrl()}/invitation#${room.secrets.linkTo('pass-on', proposal)}` }
    })
}

/**
 * Whoever has an invitation's link asks for it to come to an address of theirs. To the address it is bound to, the
 * letter is sent again at once; to another one only after the inviter has confirmed it.
 */
export function askToMove(room: Room) {
  return async (link: string, address: string): Promise<{ sentTo: string | null }> => {
    const { proposal: found } = await followInvitationLink(room, room.database.manager, link)
    const wanted = address.toLowerCase()
    if (!isAddress(wanted))
      throw new Problem('address.invalid', `“${address}” is not an e-mail address.`, { pointer: '/address' })
    return room.change(null, { businesses: [found.businessId] }, async change => {
      const proposal = (await lockProposal(change.manager, found.id))!
      const parts = await gatherProposal(change.manager, proposal)
      assertOpen(proposal, change.now, parts.business.zone)
      const entry = { chain: proposal.businessId, data: { proposal: proposal.id }, by: null }
      if (wanted === proposal.toAddress) {
        await change.record({
          ...entry,
          what: 'invitation.sent-again',
          sentence: `The invitation to ${wanted} was sent again, at the wish of somebody with its link.`,
        })
        await change.mail(invitationAgainLetter(parts.business, parts.sender, proposal, sayProposal(parts)))
        return { sentTo: wanted }
      }
      await change.manager.update(proposals, { id: proposal.id }, { moveTo: wanted })
      await change.record({
        ...entry,
        what: 'invitation.move-asked',
        sentence: `Somebody with the link of the invitation to ${proposal.toAddress} wants to answer from ${wanted}.`,
      })
      await change.mail(moveLetter(parts.sender, parts.business, proposal.toAddress!, wanted))
      return { sentTo: null }
    })
  }
}

/** The inviter confirms the other address, and the invitation goes there with a new link; or leaves it where it was. */
export function decideMove(room: Room) {
  return async (acting: Acting, id: string, confirmed: boolean): Promise<{ result: string }> =>
    asSender(room, acting, id, 'Confirming another address', async (change, proposal) => {
      assertOpen(proposal, change.now, acting.zone)
      const { moveTo } = proposal
      if (!moveTo) throw new Problem('proposal.unknown', 'Nobody asked for that invitation to go to another address.')
      if (!confirmed) {
        await change.manager.update(proposals, { id }, { moveTo: null })
        await change.record({
          chain: acting.id,
          what: 'invitation.move-refused',
          sentence: `${acting.live.name} did not let the invitation to ${proposal.toAddress} go to ${moveTo}.`,
          data: { proposal: id },
        })
        return { result: `It stays bound to ${proposal.toAddress}.` }
      }
      if (await findOpenInvitation(change.manager, acting.id, moveTo))
        throw new Problem(
          'proposal.answered',
          `${moveTo} has an open invitation of its own already. Withdraw one of the two.`,
        )
      const moved = {
        ...proposal,
        toAddress: moveTo,
        moveTo: null,
        sentAt: change.now,
        lapsesAt: lapseOf(change.now, acting.proposalDays),
        generation: proposal.generation + 1,
        reminders: 0,
      }
      const { toAddress, sentAt, lapsesAt, generation, reminders } = moved
      await change.manager.update(
        proposals,
        { id },
        { toAddress, moveTo: null, sentAt, lapsesAt, generation, reminders },
      )
      const parts = await gatherProposal(change.manager, moved)
      await change.record({
        chain: acting.id,
        what: 'invitation.moved',
        sentence: `${acting.live.name} confirmed that the invitation to ${proposal.toAddress} goes to ${moveTo}.`,
        data: { proposal: id },
      })
      await change.mail(invitationAgainLetter(parts.business, parts.sender, moved, sayProposal(parts)))
      await change.later('tend-proposal', { proposal: id }, nextDueAt(courseOf(moved)))
      return {
        result: `Sent to ${moveTo}; it stays open until ${sayEnd(moved.lapsesAt, acting.zone)}. The old links no longer work.`,
      }
    })
}
