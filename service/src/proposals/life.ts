import { isBefore, lapseOf, nextDueAt, reminderDays, sayEnd, stateAt } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { capital, chainsOf, makeVoid } from './answer.ts'
import { gatherProposal } from './gather.ts'
import type { ProposalKind, ProposalParts, Register } from './kind.ts'
import { changeProposal, closeProposal, findProposal, timesOf, type Proposal } from './queries.ts'
import { assertOpen, takeStep } from './step.ts'

/** Takes a proposal back before it is answered, and says whether its letter never left. */
export function withdraw(kit: Kit, kinds: Register) {
  return async (acting: Acting, id: string): Promise<{ neverSent: boolean }> =>
    asSender(kit, kinds, acting, id, 'Withdrawing what somebody else sent', async (change, kind, parts) => {
      const { proposal } = parts
      const repeated = takeStep(kind, proposal, 'withdraw', change.now, acting.zone)
      const recalled = repeated ? 0 : await closeProposal(change, id, { state: 'withdrawn', reason: null })
      const neverSent = recalled > 0 && proposal.generation === 1
      change.record({
        ...chainsOf(kind, parts),
        what: repeated ? `${kind.kind}.repeated` : `${kind.kind}.withdrawn`,
        sentence: `${acting.live.name} withdrew ${kind.name(parts)}${neverSent ? ' before its letter had left' : ''}.`,
        data: { proposal: id },
      })
      if (!repeated && !neverSent)
        for (const letter of await kind.letters.cameToNothing(change, parts, `${parts.business.name} withdrew it`))
          await change.mail(letter)
      return { neverSent }
    })
}

/** Sends a proposal again: its time begins anew, with a new link; the old one then says that it was replaced. */
export function remind(kit: Kit, kinds: Register) {
  return async (acting: Acting, id: string): Promise<{ sentTo: string; staysOpenUntil: string }> => {
    const outcome = await asSender(kit, kinds, acting, id, 'Sending something again', async (change, kind, parts) => {
      const { proposal } = parts
      assertOpen(kind, proposal, change.now, acting.zone)
      if (!kind.canBeSentAgain)
        throw new Problem('proposal.unknown', 'What is asked for within a business is on their desks already.')
      const why = await kind.whyVoid(kit, change.manager, parts)
      if (why) return { void: await makeVoid(change, kind, parts, why) }
      const again = {
        ...proposal,
        sentAt: change.now,
        lapsesAt: lapseOf(change.now, acting.proposalDays, acting.zone),
        generation: proposal.generation + 1,
        reminders: 0,
      }
      const { sentAt, lapsesAt, generation, reminders } = again
      await changeProposal(change, id, { sentAt, lapsesAt, generation, reminders })
      change.record({
        ...chainsOf(kind, parts),
        what: `${kind.kind}.sent-again`,
        sentence: `${acting.live.name} sent ${kind.name(parts)} again.`,
        data: { proposal: id },
      })
      await change.recallLetters(id)
      for (const letter of await kind.letters.waiting(kit, change, { ...parts, proposal: again }))
        await change.mail(letter)
      await change.later('tend-proposal', { proposal: id }, nextDueAt(timesOf(again)))
      const sentTo = proposal.toAddress ?? (kind.partnerIsKnown(parts) ? parts.partner!.name : 'the owner')
      return { sentTo, staysOpenUntil: sayEnd(again.lapsesAt, acting.zone) }
    })
    if ('void' in outcome) throw outcome.void
    return outcome
  }
}

export async function asSender<T>(
  kit: Kit,
  kinds: Register,
  acting: Acting,
  id: string,
  wanted: string,
  work: (change: Change, kind: ProposalKind, parts: ProposalParts) => Promise<T>,
): Promise<T> {
  return changeFor(kit, acting, async change => {
    const proposal = await findProposal(change.manager, { id, businessId: acting.id })
    if (!proposal) throw new Problem('proposal.unknown', `${acting.name} has no such proposal.`)
    if (proposal.sentBy !== acting.live.person) requireStanding(acting, 'invite', wanted)
    return work(change, kinds.of(proposal), await gatherProposal(change.manager, kinds, proposal))
  })
}

/**
 * What is due for an open proposal: a reminder after 3 and after 10 days, and in the end to let it expire. Called by
 * the background work; a call that comes too early, or after an answer, does nothing.
 */
export function tendProposal(kit: Kit, kinds: Register) {
  return async ({ proposal: id }: { proposal: string }): Promise<void> => {
    const isDue = (proposal: Proposal | null) =>
      proposal?.state === 'open' && !isBefore(kit.clock.now(), nextDueAt(timesOf(proposal)))
    if (!isDue(await findProposal(kit.database.manager, { id }))) return
    await kit.change(null, async change => {
      const proposal = (await findProposal(change.manager, { id }))!
      const kind = kinds.of(proposal)
      const parts = await gatherProposal(change.manager, kinds, proposal)
      if (!isDue(proposal))
        return change.record({
          chain: proposal.businessId,
          what: `${kind.kind}.tended`,
          sentence: `${capital(kind.name(parts))} needed nothing.`,
          by: null,
        })
      if (stateAt(timesOf(proposal), change.now) === 'lapsed') return lapse(change, kind, parts)
      const reminded = { ...proposal, reminders: proposal.reminders + 1 }
      await changeProposal(change, id, { reminders: reminded.reminders })
      change.record({
        ...chainsOf(kind, parts),
        what: `${kind.kind}.reminded`,
        sentence: `A reminder went out: ${kind.name(parts)} waits for an answer.`,
        data: { proposal: id },
        by: null,
      })
      for (const letter of await kind.letters.waiting(kit, change, parts))
        await change.mail({ ...letter, isReminder: true })
      await change.later('tend-proposal', { proposal: id }, nextDueAt(timesOf(reminded)))
    })
  }
}

async function lapse(change: Change, kind: ProposalKind, parts: ProposalParts): Promise<void> {
  const { proposal } = parts
  await changeProposal(change, proposal.id, { state: 'lapsed', answeredAt: proposal.lapsesAt })
  change.record({
    ...chainsOf(kind, parts),
    what: `${kind.kind}.lapsed`,
    sentence: `${capital(kind.name(parts))} expired without an answer.`,
    data: { proposal: proposal.id },
    by: null,
  })
  for (const letter of kind.letters.lapsed(parts)) await change.mail(letter)
}

const dueNow = `
  SELECT id FROM proposal WHERE state = 'open' AND (lapses_at <= $1
    OR EXISTS (SELECT FROM unnest($2::integer[]) WITH ORDINALITY AS due(days, turn) WHERE reminders = turn - 1
      AND sent_at <= $1::timestamptz - days * interval '1 day'))
  ORDER BY lapses_at LIMIT 200`

/** Looks for proposals that are due and that no work was queued for, as after a restore from a copy. */
export function tendAllDue(kit: Kit, kinds: Register): () => Promise<void> {
  return async () => {
    const rows = (await kit.database.query(dueNow, [kit.clock.now().toString(), reminderDays])) as { id: string }[]
    for (const { id } of rows) await tendProposal(kit, kinds)({ proposal: id })
  }
}
