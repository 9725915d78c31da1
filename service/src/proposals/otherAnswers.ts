import { lapseOf, nextDueAt, sayEnd, stateAt, stepProposal, isBefore } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/records.ts'
import { giversOnAll } from '../grants/giversOn.ts'
import { between } from '../history/append.ts'
import type { Letter } from '../mail/letter.ts'
import { cameToNothingLetter, waitingLetter } from '../offers/letters.ts'
import { findPersonByAddress } from '../people/records.ts'
import type { LiveSession } from '../sign-in/records.ts'
import { wrongPerson } from './acceptInvitation.ts'
import { gatherProposal, nameOfPartner, sayProposal, type ProposalParts } from './describe.ts'
import { assertOpen, followInvitationLink, takeStep } from './followLink.ts'
import { askLetter, declinedLetter, invitationAgainLetter, lapsedAskLetter, lapsedLetter } from './letters.ts'
import { courseOf, lockProposal, proposals, type Proposal } from './records.ts'

/** Declines with the link from the letter; nobody has to make a sign-in to say no. */
export function declineByLink(room: Room) {
  return async (link: string, live: LiveSession | null, reason: string | null): Promise<void> => {
    const { proposal, passedOn } = await followInvitationLink(room, room.database.manager, link)
    const known = await findPersonByAddress(room.database.manager, proposal.toAddress!)
    if (live && live.person !== known?.id) throw wrongPerson(proposal, live)
    if (passedOn && !live)
      throw new Problem('sign-in.needed', 'This link was passed on: who it is for signs in to decline.')
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
    await change.mail(declinedLetter(sender, business, proposal.toAddress!, reason))
  })
}

/** Takes a proposal back before it is answered, and says whether its letter never left. */
export function withdraw(room: Room) {
  return async (acting: Acting, id: string): Promise<{ neverSent: boolean }> =>
    asSender(room, acting, id, 'Withdrawing what somebody else sent', async (change, proposal) => {
      const repeated = takeStep(proposal, 'withdraw', change.now, acting.zone)
      if (!repeated)
        await change.manager.update(
          proposals,
          { id },
          { state: 'withdrawn', answeredAt: change.now, answeredBy: acting.live.person },
        )
      const neverSent = (await change.recallLetters(id)) > 0 && proposal.generation === 1
      const parts = await gatherProposal(change.manager, proposal)
      await change.record({
        ...chainsOf(parts),
        what: repeated ? `${proposal.kind}.repeated` : `${proposal.kind}.withdrawn`,
        sentence: `${acting.live.name} withdrew ${inSentence(nameOf(parts))}${neverSent ? ' before its letter had left' : ''}.`,
        data: { proposal: id },
      })
      if (parts.partner && !repeated && !neverSent)
        for (const admin of await adminsOf(change.manager, parts.partner.id))
          await change.mail(
            cameToNothingLetter(admin, {
              kind: proposal.kind,
              said: sayProposal(parts),
              why: `${parts.business.name} withdrew it`,
            }),
          )
      return { neverSent }
    })
}

/** Sends an invitation again: its time begins anew, with a new link; the old one then says that it was replaced. */
export function remind(room: Room) {
  return async (acting: Acting, id: string): Promise<{ sentTo: string; staysOpenUntil: string }> =>
    asSender(room, acting, id, 'Sending something again', async (change, proposal) => {
      assertOpen(proposal, change.now, acting.zone)
      if (proposal.kind === 'ask' && !proposal.toBusinessId)
        throw new Problem('proposal.unknown', 'What is asked for within a business lies on their desks already.')
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
        ...chainsOf(parts),
        what: `${proposal.kind}.sent-again`,
        sentence: `${acting.live.name} sent ${inSentence(nameOf(parts))} again.`,
        data: { proposal: id },
      })
      await change.recallLetters(id)
      for (const letter of await reminders(room, change, parts)) await change.mail(letter)
      await change.later('tend-proposal', { proposal: id }, nextDueAt(courseOf(again)))
      return { sentTo: proposal.toAddress ?? nameOfPartner(parts), staysOpenUntil: sayEnd(again.lapsesAt, acting.zone) }
    })
}

export async function asSender<T>(
  room: Room,
  acting: Acting,
  id: string,
  wanted: string,
  work: (change: Change, proposal: Proposal) => Promise<T>,
): Promise<T> {
  const partner = (await room.database.manager.findOneBy(proposals, { id, businessId: acting.id }))?.toBusinessId
  const businesses = [acting.id, ...(partner ? [partner] : [])]
  return room.change(actorOf(acting.live), { businesses }, async change => {
    const proposal = await lockProposal(change.manager, id)
    if (!proposal || proposal.businessId !== acting.id)
      throw new Problem('proposal.unknown', `${acting.name} has no such proposal.`)
    if (proposal.sentBy !== acting.live.person) requireStanding(acting, 'invite', wanted)
    return work(change, proposal)
  })
}

/**
 * What is due for an open proposal: a reminder after 3 and after 10 days, and in the end to let it lapse. Called by
 * the background work; a call that comes too early, or after an answer, does nothing.
 */
export function tendProposal(room: Room) {
  return async ({ proposal: id }: { proposal: string }): Promise<void> => {
    const found = await room.database.manager.findOneBy(proposals, { id })
    const isDue = (proposal: Proposal) =>
      proposal.state === 'open' && !isBefore(room.clock.now(), nextDueAt(courseOf(proposal)))
    if (!found || !isDue(found)) return
    const businesses = [found.businessId, found.toBusinessId ?? found.businessId]
    await room.change(null, { businesses }, async change => {
      const proposal = (await lockProposal(change.manager, id))!
      const parts = await gatherProposal(change.manager, proposal)
      if (!isDue(proposal))
        return change.record({
          chain: found.businessId,
          what: `${proposal.kind}.tended`,
          sentence: `${nameOf(parts)} needed nothing.`,
          by: null,
        })
      if (stateAt(courseOf(proposal), change.now) === 'lapsed') return lapse(change, parts)
      const reminded = { ...proposal, reminders: proposal.reminders + 1 }
      await change.manager.update(proposals, { id }, { reminders: reminded.reminders })
      await change.record({
        ...chainsOf(parts),
        what: `${proposal.kind}.reminded`,
        sentence: `A reminder went out: ${nameOf(parts)} waits for an answer.`,
        data: { proposal: id },
        by: null,
      })
      for (const letter of await reminders(room, change, parts)) await change.mail(letter)
      await change.later('tend-proposal', { proposal: id }, nextDueAt(courseOf(reminded)))
    })
  }
}

async function reminders(room: Room, change: Change, parts: ProposalParts): Promise<Letter[]> {
  const { proposal, business, sender, partner } = parts
  const said = sayProposal(parts)
  if (partner) {
    const admins = await adminsOf(change.manager, partner.id)
    return admins.map(admin => waitingLetter(admin, partner, business, sender, { proposal, said }))
  }
  if (proposal.kind !== 'ask') return [invitationAgainLetter(business, sender, proposal, said)]
  const givers = await giversOnAll(
    room,
    change.manager,
    business.id,
    parts.items.flatMap(({ target }) => target.assets),
  )
  return givers.map(giver => askLetter(giver, business, sender, said, proposal.note ?? '', proposal.id))
}

async function lapse(change: Change, parts: ProposalParts): Promise<void> {
  const { proposal } = parts
  const outcome = stepProposal(courseOf(proposal), 'lapse', change.now)
  if (!outcome.ok) return
  await change.manager.update(proposals, { id: proposal.id }, { state: 'lapsed', answeredAt: proposal.lapsesAt })
  await change.record({
    ...chainsOf(parts),
    what: `${proposal.kind}.lapsed`,
    sentence: `${nameOf(parts)} lapsed without an answer.`,
    data: { proposal: proposal.id },
    by: null,
  })
  await change.mail(lapsedNotice(parts))
}

function lapsedNotice(parts: ProposalParts): Letter {
  const { proposal, sender, business, partner } = parts
  if (proposal.toAddress) return lapsedLetter(sender, business, proposal.toAddress)
  const said = sayProposal(parts)
  if (!partner) return lapsedAskLetter(sender, business, said)
  return cameToNothingLetter(sender, {
    kind: proposal.kind,
    said,
    why: `${capital(nameOfPartner(parts))} did not answer in time`,
  })
}

/** Both histories, where it goes from one business to another. */
function chainsOf({ proposal, business, partner }: ProposalParts) {
  if (!partner) return { chain: business.id }
  return proposal.toNamed ? between(business, partner) : { chain: [business.id, partner.id] }
}

function nameOf({ proposal, sender, partner }: ProposalParts): string {
  if (proposal.toAddress) return `The invitation to ${proposal.toAddress}`
  return proposal.kind === 'offer' ? `The offer to ${partner!.name}` : `What ${sender.name} asked for`
}

function capital(name: string): string {
  return name[0]!.toUpperCase() + name.slice(1)
}

function inSentence(name: string): string {
  return name[0]!.toLowerCase() + name.slice(1)
}

const dueNow = `
  SELECT id FROM proposal WHERE state = 'open' AND (lapses_at <= $1 OR (reminders = 0 AND sent_at <= $1::timestamptz - interval '3 days') OR (reminders = 1 AND sent_at <= $1::timestamptz - interval '10 days'))
  ORDER BY lapses_at LIMIT 200`

/** Looks for proposals that are due and that no work was queued for, as after a restore from a copy. */
export function tendAllDue(room: Room): () => Promise<void> {
  return async () => {
    const rows = (await room.database.query(dueNow, [room.clock.now().toString()])) as { id: string }[]
    for (const { id } of rows) await tendProposal(room)({ proposal: id })
  }
}
