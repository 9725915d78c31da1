import { lapseOf, nextDueAt, sayEnd, type Instant, type Standing } from '@famiglia/core'
import { v7 as newId } from 'uuid'
import type { Change } from '../base/change.ts'
import type { Acting } from '../businesses/acting.ts'
import type { PersonAddressed } from '../grants/addressee.ts'
import type { PlannedItem } from '../grants/planItem.ts'
import { sayItems, sayWords } from '../grants/tellLevel.ts'
import { invitationLetter } from './letters.ts'
import { putItem } from './putItem.ts'
import { courseOf, proposals, type Proposal } from './records.ts'

export interface Inviting {
  readonly who: PersonAddressed
  readonly items: readonly PlannedItem[]
  /** What was said, for the history. */
  readonly text: string
  readonly purpose: string | null
  readonly note: string | null
  readonly standing: Standing
  /** Seconds the letter waits, so that an invitation withdrawn at once was never sent. */
  readonly letterWaits: number
}

export interface Invited {
  readonly result: string
  readonly outcome: 'invited' | 'invitation changed'
  readonly grants: readonly string[]
  readonly proposal: string
}

/** Invites somebody who is no member yet; if an invitation to them is open, it is changed instead of sending a second. */
export async function sendInvitation(change: Change, acting: Acting, inviting: Inviting): Promise<Invited> {
  const open = inviting.who.invitation
  const proposal = open
    ? { ...open, standing: inviting.standing === 'member' ? open.standing : inviting.standing }
    : await addInvitation(change, acting, inviting)
  if (open && open.standing !== proposal.standing)
    await change.manager.update(proposals, { id: open.id }, { standing: proposal.standing })
  for (const item of inviting.items) await inviteTo(change, acting, proposal, item, inviting)
  if (inviting.items.length === 0)
    await change.record({
      chain: acting.id,
      what: open ? 'invitation.changed' : 'invitation.sent',
      sentence: `${acting.live.name} invited ${proposal.toAddress} as ${proposal.standing}, on no asset yet.`,
      data: { proposal: proposal.id },
    })
  const neverLeft = open ? (await change.recallLetters(proposal.id)) > 0 : false
  const notBefore: Instant = change.now.add({ seconds: inviting.letterWaits })
  await change.mail(invitationLetter(acting, inviting.who, proposal, inviting.items, open !== null && !neverLeft), {
    proposal: proposal.id,
    notBefore,
  })
  return {
    result: sayResult(acting, proposal, inviting, open !== null),
    outcome: open ? 'invitation changed' : 'invited',
    grants: [],
    proposal: proposal.id,
  }
}

function sayResult(acting: Acting, proposal: Proposal, { items }: Inviting, changed: boolean): string {
  const said =
    items.length > 0 ? sayItems(items, acting.zone) : `${proposal.standing} of ${acting.name}, on no asset yet`
  const until = sayEnd(proposal.lapsesAt, acting.zone)
  return changed
    ? `The open invitation to ${proposal.toAddress} now says: ${said}. It stays open until ${until}.`
    : `Sent to ${proposal.toAddress}: ${said}. It waits for an answer until ${until}; you can withdraw it until then.`
}

async function inviteTo(
  change: Change,
  acting: Acting,
  proposal: Proposal,
  { target, words }: PlannedItem,
  { text, purpose, who }: Inviting,
): Promise<void> {
  await putItem(change, proposal.id, { target, words, purpose })
  const verb = who.invitation ? 'changed the invitation of' : 'invited'
  const standing = proposal.standing === 'member' ? '' : `, as ${proposal.standing}`
  await change.record({
    chain: acting.id,
    what: who.invitation ? 'invitation.changed' : 'invitation.sent',
    sentence: `${acting.live.name} ${verb} ${proposal.toAddress}${standing}: ${sayWords(words, [target.name], acting.zone)}.`,
    ...(target.assetId ? { asset: target.assetId } : {}),
    data: { proposal: proposal.id, sentence: text },
  })
}

async function addInvitation(
  change: Change,
  acting: Acting,
  { who, note, standing, purpose }: Inviting,
): Promise<Proposal> {
  await closeLapsed(change, acting.id, who.address)
  return openProposal(change, {
    kind: 'invitation',
    businessId: acting.id,
    toAddress: who.address,
    standing,
    note,
    purpose,
    sentBy: acting.live.person,
    days: acting.proposalDays,
  })
}

type Told = Pick<Proposal, 'kind' | 'businessId' | 'note' | 'purpose' | 'sentBy'>
type ToldIfSo = Pick<
  Proposal,
  'toAddress' | 'toBusinessId' | 'toNamed' | 'standing' | 'wanted' | 'contact' | 'takesChair'
>
export type ProposalWanted = Told & Partial<ToldIfSo> & { readonly days: number }

/** Opens a proposal and sees to it that it is tended to when it is due. */
export async function openProposal(change: Change, { days, ...wanted }: ProposalWanted): Promise<Proposal> {
  const proposal: Proposal = {
    id: newId(),
    toAddress: null,
    toBusinessId: null,
    toNamed: true,
    standing: 'member',
    wanted: null,
    contact: null,
    takesChair: false,
    ...wanted,
    state: 'open',
    openedAt: change.now,
    sentAt: change.now,
    lapsesAt: lapseOf(change.now, days),
    generation: 1,
    reminders: 0,
    answeredAt: null,
    answeredBy: null,
    reason: null,
    moveTo: null,
    granted: null,
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
