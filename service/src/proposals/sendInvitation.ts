import { lapseOf, nextDueAt, sayEnd } from '@famiglia/core'
import { v7 as newId } from 'uuid'
import type { Change } from '../base/change.ts'
import type { Acting } from '../businesses/acting.ts'
import type { PlannedLet } from '../grants/planSentence.ts'
import type { Said } from '../grants/saySentence.ts'
import { sayWords } from '../grants/tellLevel.ts'
import { invitationLetter } from './letters.ts'
import { courseOf, proposalItems, proposals, type Proposal } from './records.ts'

/** Invites somebody who is no member yet; if an invitation to them is open, it is changed instead of sending a second. */
export async function sendInvitation(
  change: Change,
  acting: Acting,
  plan: PlannedLet,
  note: string | null,
): Promise<Said> {
  const open = plan.who.invitation
  const proposal = open ?? (await addInvitation(change, acting, plan.who.address, note))
  for (const { asset, words } of plan.items) {
    await change.manager.upsert(
      proposalItems,
      {
        proposalId: proposal.id,
        assetId: asset.id,
        tier: words.tier,
        actions: [...words.actions],
        hiding: [...words.hiding],
        from: words.from,
        until: words.until,
        purpose: plan.sentence.purpose,
      },
      ['proposalId', 'assetId'],
    )
    const said = sayWords(words, [asset.name], acting.zone)
    const verb = open ? 'changed the invitation of' : 'invited'
    await change.record({
      chain: acting.id,
      what: open ? 'invitation.changed' : 'invitation.sent',
      sentence: `${acting.live.name} ${verb} ${proposal.toAddress}: ${said}.`,
      asset: asset.id,
      data: { proposal: proposal.id, sentence: plan.text },
    })
  }
  await change.mail(invitationLetter(acting, plan.who, proposal, plan.items, open !== null))
  const said = sayWords(
    plan.items[0]!.words,
    plan.items.map(item => item.asset.name),
    acting.zone,
  )
  const until = sayEnd(proposal.lapsesAt, acting.zone)
  const result = open
    ? `The open invitation to ${proposal.toAddress} now says: ${said}. It stays open until ${until}.`
    : `Sent to ${proposal.toAddress}: ${said}. It waits for an answer until ${until}; you can withdraw it until then.`
  return {
    sentence: plan.text,
    result,
    outcome: open ? 'invitation changed' : 'invited',
    grants: [],
    proposal: proposal.id,
  }
}

async function addInvitation(change: Change, acting: Acting, address: string, note: string | null): Promise<Proposal> {
  await closeLapsed(change, acting.id, address)
  const proposal: Proposal = {
    id: newId(),
    kind: 'invitation',
    businessId: acting.id,
    toAddress: address,
    state: 'open',
    standing: 'member',
    note,
    sentBy: acting.live.person,
    openedAt: change.now,
    sentAt: change.now,
    lapsesAt: lapseOf(change.now, acting.proposalDays),
    generation: 1,
    reminders: 0,
    answeredAt: null,
    answeredBy: null,
    reason: null,
  }
  await change.manager.insert(proposals, proposal)
  await change.later('tend-proposal', { proposal: proposal.id }, nextDueAt(courseOf(proposal)))
  return proposal
}

/** One whose time is over but which nobody has tended to yet must not stand in the way of a new one. */
async function closeLapsed(change: Change, business: string, address: string): Promise<void> {
  await change.manager.update(
    proposals,
    { businessId: business, toAddress: address, kind: 'invitation', state: 'open' },
    { state: 'lapsed', answeredAt: change.now },
  )
}
