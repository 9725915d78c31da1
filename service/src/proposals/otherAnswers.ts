import { lapseOf, nextDueAt, sayEnd, stateAt, stepProposal, isBefore } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { findPersonByAddress } from '../people/records.ts'
import type { LiveSession } from '../sign-in/records.ts'
import { wrongPerson } from './acceptInvitation.ts'
import { gatherProposal, sayProposal } from './describe.ts'
import { assertOpen, followInvitationLink, takeStep } from './followLink.ts'
import { declinedLetter, invitationAgainLetter, lapsedLetter } from './letters.ts'
import { courseOf, lockProposal, proposals, type Proposal } from './records.ts'

/** Declines with the link from the letter; nobody has to make a sign-in to say no. */
export function declineByLink(room: Room) {
  return async (link: string, live: LiveSession | null, reason: string | null): Promise<void> => {
    const proposal = await followInvitationLink(room, room.database.manager, link)
    const known = await findPersonByAddress(room.database.manager, proposal.toAddress)
    if (live && live.person !== known?.id) throw wrongPerson(proposal, live)
    await decline(room, proposal, live, reason)
  }
}

export async function decline(
  room: Room,
  { id, businessId }: Pick<Proposal, 'id' | 'businessId'>,
  live: LiveSession | null,
  reason: string | null,
): Promise<void> {
  await room.change(live ? actorOf(live) : null, { businesses: [businessId] }, async change => {
    const proposal = (await lockProposal(change.manager, id))!
    const { business, sender } = await gatherProposal(change.manager, proposal)
    const repeated = takeStep(proposal, 'decline', change.now, business.zone)
    const why = reason ? `: “${reason}”` : ''
    await change.record({
      chain: businessId,
      what: repeated ? 'invitation.repeated' : 'invitation.declined',
      sentence: `${proposal.toAddress} declined the invitation${why}.`,
      data: { proposal: id },
      ...(live ? {} : { by: null }),
    })
    if (repeated) return
    await change.manager.update(
      proposals,
      { id },
      { state: 'declined', answeredAt: change.now, answeredBy: live?.person ?? null, reason },
    )
    await change.mail(declinedLetter(sender, business, proposal.toAddress, reason))
  })
}

/** Takes an invitation back before it is answered. */
export function withdraw(room: Room) {
  return async (acting: Acting, id: string): Promise<void> => {
    await asSender(room, acting, id, 'Withdrawing an invitation', async (change, proposal) => {
      const repeated = takeStep(proposal, 'withdraw', change.now, acting.zone)
      if (!repeated)
        await change.manager.update(
          proposals,
          { id },
          { state: 'withdrawn', answeredAt: change.now, answeredBy: acting.live.person },
        )
      await change.record({
        chain: acting.id,
        what: repeated ? 'invitation.repeated' : 'invitation.withdrawn',
        sentence: `${acting.live.name} withdrew the invitation to ${proposal.toAddress}.`,
        data: { proposal: id },
      })
    })
  }
}

/** Sends an invitation again: its time begins anew, with a new link; the old one then says that it was replaced. */
export function remind(room: Room) {
  return async (acting: Acting, id: string): Promise<{ sentTo: string; staysOpenUntil: string }> =>
    asSender(room, acting, id, 'Sending an invitation again', async (change, proposal) => {
      assertOpen(proposal, change.now, acting.zone)
      const again = {
        ...proposal,
        sentAt: change.now,
        lapsesAt: lapseOf(change.now, acting.proposalDays),
        generation: proposal.generation + 1,
        reminders: 0,
      }
      await change.manager.update(
        proposals,
        { id },
        { sentAt: again.sentAt, lapsesAt: again.lapsesAt, generation: again.generation, reminders: 0 },
      )
      const parts = await gatherProposal(change.manager, again)
      await change.record({
        chain: acting.id,
        what: 'invitation.sent-again',
        sentence: `${acting.live.name} sent the invitation to ${proposal.toAddress} again.`,
        data: { proposal: id },
      })
      await change.mail(invitationAgainLetter(acting, parts.sender, again, sayProposal(parts)))
      await change.later('tend-proposal', { proposal: id }, nextDueAt(courseOf(again)))
      return { sentTo: proposal.toAddress, staysOpenUntil: sayEnd(again.lapsesAt, acting.zone) }
    })
}

async function asSender<T>(
  room: Room,
  acting: Acting,
  id: string,
  wanted: string,
  work: (change: Change, proposal: Proposal) => Promise<T>,
): Promise<T> {
  return room.change(actorOf(acting.live), { businesses: [acting.id] }, async change => {
    const proposal = await lockProposal(change.manager, id)
    if (!proposal || proposal.businessId !== acting.id)
      throw new Problem('proposal.unknown', `${acting.name} has no such proposal.`)
    if (proposal.sentBy !== acting.live.person) requireStanding(acting, 'invite', wanted)
    return work(change, proposal)
  })
}

/**
 * What is due for an open invitation: a reminder after 3 and after 10 days, and in the end to let it lapse. Called by
 * the background work; a call that comes too early, or after an answer, does nothing.
 */
export function tendProposal(room: Room) {
  return async ({ proposal: id }: { proposal: string }): Promise<void> => {
    const found = await room.database.manager.findOneBy(proposals, { id })
    const isDue = (proposal: Proposal) =>
      proposal.state === 'open' && !isBefore(room.clock.now(), nextDueAt(courseOf(proposal)))
    if (!found || !isDue(found)) return
    await room.change(null, { businesses: [found.businessId] }, async change => {
      const proposal = (await lockProposal(change.manager, id))!
      const parts = await gatherProposal(change.manager, proposal)
      if (!isDue(proposal))
        return change.record({
          chain: found.businessId,
          what: 'invitation.tended',
          sentence: `The invitation to ${proposal.toAddress} needed nothing.`,
          by: null,
        })
      if (stateAt(courseOf(proposal), change.now) === 'lapsed')
        return lapse(change, proposal, parts.sender, parts.business)
      const reminded = { ...proposal, reminders: proposal.reminders + 1 }
      await change.manager.update(proposals, { id }, { reminders: reminded.reminders })
      await change.record({
        chain: proposal.businessId,
        what: 'invitation.reminded',
        sentence: `${proposal.toAddress} was reminded of the invitation.`,
        data: { proposal: id },
        by: null,
      })
      await change.mail(invitationAgainLetter(parts.business, parts.sender, proposal, sayProposal(parts)))
      await change.later('tend-proposal', { proposal: id }, nextDueAt(courseOf(reminded)))
    })
  }
}

async function lapse(
  change: Change,
  proposal: Proposal,
  sender: Parameters<typeof lapsedLetter>[0],
  business: { name: string },
): Promise<void> {
  const outcome = stepProposal(courseOf(proposal), 'lapse', change.now)
  if (!outcome.ok) return
  await change.manager.update(proposals, { id: proposal.id }, { state: 'lapsed', answeredAt: proposal.lapsesAt })
  await change.record({
    chain: proposal.businessId,
    what: 'invitation.lapsed',
    sentence: `The invitation to ${proposal.toAddress} lapsed without an answer.`,
    data: { proposal: proposal.id },
    by: null,
  })
  await change.mail(lapsedLetter(sender, business, proposal.toAddress))
}
