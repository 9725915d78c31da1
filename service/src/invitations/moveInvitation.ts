import { isAddress, lapseOf, nextDueAt, sayEnd } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { makeVoid } from '../proposals/answer.ts'
import { gatherProposal } from '../proposals/gather.ts'
import type { Register } from '../proposals/kind.ts'
import { asSender } from '../proposals/life.ts'
import { changeProposal, findProposal, openProposals, timesOf } from '../proposals/queries.ts'
import { assertOpen } from '../proposals/step.ts'
import { followInvitationLink } from './followLink.ts'
import { invitationAgainLetter, moveLetter } from './letters.ts'

/** The link to pass on by other means where the letter was lost. It proves no address: see `askToMove`. */
export function passOn(kit: Kit, kinds: Register) {
  return async (acting: Acting, id: string): Promise<{ link: string }> => {
    const outcome = await asSender(kit, kinds, acting, id, 'Passing on an invitation', async (change, kind, parts) => {
      assertOpen(kind, parts.proposal, change.now, acting.zone)
      if (!kind.canBePassedOn) throw new Problem('proposal.unknown', `${acting.name} has no such invitation.`)
      const why = await kind.whyVoid(kit, change.manager, parts)
      if (why) return { void: await makeVoid(change, kind, parts, why) }
      change.record({
        chain: acting.id,
        what: `${kind.kind}.passed-on`,
        sentence: `${acting.live.name} took the link of ${kind.name(parts)}, to pass it on.`,
        data: { proposal: id },
      })
      return { link: `${kit.publicUrl()}/invitation#${kit.secrets.linkTo('pass-on', parts.proposal)}` }
    })
    if ('void' in outcome) throw outcome.void
    return outcome
  }
}

/**
 * Whoever has an invitation's link asks for it to come to an address of theirs. To the address it is bound to, the
 * letter is sent again at once; to another one only after the inviter has confirmed it.
 */
export function askToMove(kit: Kit, kinds: Register) {
  return async (link: string, address: string): Promise<{ sentTo: string | null }> => {
    const { proposal: found } = await followInvitationLink(kit, kit.database.manager, link)
    const wanted = address.toLowerCase()
    if (!isAddress(wanted))
      throw new Problem('address.invalid', `“${address}” is not an e-mail address.`, { pointer: '/address' })
    return kit.change(null, async change => {
      const proposal = (await findProposal(change.manager, { id: found.id }))!
      const kind = kinds.of(proposal)
      const parts = await gatherProposal(change.manager, kinds, proposal)
      assertOpen(kind, proposal, change.now, parts.business.zone)
      const entry = { chain: proposal.businessId, data: { proposal: proposal.id }, by: null }
      if (wanted === proposal.toAddress) {
        change.record({
          ...entry,
          what: `${kind.kind}.sent-again`,
          sentence: `The invitation to ${wanted} was sent again, at the wish of somebody with its link.`,
        })
        for (const letter of await kind.letters.waiting(kit, change, parts)) await change.mail(letter)
        return { sentTo: wanted }
      }
      await changeProposal(change, proposal.id, { moveTo: wanted })
      change.record({
        ...entry,
        what: `${kind.kind}.move-asked`,
        sentence: `Somebody with the link of the invitation to ${proposal.toAddress} wants to answer from ${wanted}.`,
      })
      await change.mail(moveLetter(parts.sender, parts.business, proposal.toAddress!, wanted))
      return { sentTo: null }
    })
  }
}

/** The inviter confirms the other address, and the invitation goes there with a new link; or leaves it where it was. */
export function decideMove(kit: Kit, kinds: Register) {
  return async (acting: Acting, id: string, confirmed: boolean): Promise<{ result: string }> =>
    asSender(kit, kinds, acting, id, 'Confirming another address', async (change, kind, parts) => {
      const { proposal } = parts
      assertOpen(kind, proposal, change.now, acting.zone)
      const { moveTo } = proposal
      if (!moveTo) throw new Problem('proposal.unknown', 'Nobody asked for that invitation to go to another address.')
      if (!confirmed) {
        await changeProposal(change, id, { moveTo: null })
        change.record({
          chain: acting.id,
          what: `${kind.kind}.move-refused`,
          sentence: `${acting.live.name} did not let the invitation to ${proposal.toAddress} go to ${moveTo}.`,
          data: { proposal: id },
        })
        return { result: `It stays bound to ${proposal.toAddress}.` }
      }
      if ((await openProposals(change.manager, { businessId: acting.id, toAddress: moveTo })).length > 0)
        throw new Problem(
          'proposal.answered',
          `${moveTo} has an open invitation of its own already. Withdraw one of the two.`,
        )
      const moved = {
        ...proposal,
        toAddress: moveTo,
        moveTo: null,
        sentAt: change.now,
        lapsesAt: lapseOf(change.now, acting.proposalDays, acting.zone),
        generation: proposal.generation + 1,
        reminders: 0,
      }
      const { toAddress, sentAt, lapsesAt, generation, reminders } = moved
      await changeProposal(change, id, { toAddress, moveTo: null, sentAt, lapsesAt, generation, reminders })
      change.record({
        chain: acting.id,
        what: `${kind.kind}.moved`,
        sentence: `${acting.live.name} confirmed that the invitation to ${proposal.toAddress} goes to ${moveTo}.`,
        data: { proposal: id },
      })
      await change.mail(invitationAgainLetter(parts.business, parts.sender, moved, kind.said(parts)))
      await change.later('tend-proposal', { proposal: id }, nextDueAt(timesOf(moved)))
      return {
        result: `Sent to ${moveTo}; it stays open until ${sayEnd(moved.lapsesAt, acting.zone)}. The old links no longer work.`,
      }
    })
}
