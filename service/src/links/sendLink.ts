import { sayEnd, withReason } from '@famiglia/core'
import { between } from '../base/chain.ts'
import type { Change } from '../base/change.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf, type Business } from '../businesses/queries.ts'
import { gatherProposal } from '../proposals/gather.ts'
import { registerOf, type ProposalParts, type ProposedThing } from '../proposals/kind.ts'
import { changeProposal, isOpen, openProposal, openProposals, putItem, type Proposal } from '../proposals/queries.ts'
import type { Asset } from '../assets/queries.ts'
import { link } from './kind.ts'
import { linkLetter, sentLetter } from './letters.ts'
import type { PaidFromThen } from './paying.ts'
import { keepLinkProposal, readLinkProposals } from './records.ts'

export interface LinkToSend {
  readonly under: Asset
  /** The business that answers: the accounts' owner, or whose manager account it is. */
  readonly to: Business
  readonly fromAbove: boolean
  readonly toNamed: boolean
  readonly known: readonly string[]
  readonly paid: PaidFromThen | null
  readonly things: readonly Omit<ProposedThing, 'item'>[]
  readonly text: string
  readonly note: string | null
  /** Seconds the letters wait, so that what is withdrawn at once was never sent. */
  readonly letterWaits: number
}

const own = registerOf([link])

/**
 * Asks an owner to link accounts, or offers one's own: it waits for the other side's answer. What is said while such a
 * request is open goes into that one. Both sides get a letter at once, each saying in its first line which it is.
 */
export async function sendLink(change: Change, acting: Acting, wanted: LinkToSend): Promise<ProposalParts> {
  const open = await openLike(change, acting, wanted)
  const proposal = open ?? (await begin(change, acting, wanted))
  if (open && wanted.note && wanted.note !== open.note) await changeProposal(change, open.id, { note: wanted.note })
  await keepLinkProposal(change, proposal.id, wanted)
  for (const thing of wanted.things) await putItem(change, proposal.id, thing)
  const parts = await gatherProposal(change.manager, own, open ? { ...open, note: wanted.note ?? open.note } : proposal)
  tellHistories(change, acting, wanted, parts)
  await change.recallLetters(proposal.id)
  const leaving = { proposal: proposal.id, notBefore: change.now.add({ seconds: wanted.letterWaits }) }
  for (const admin of await adminsOf(change.manager, wanted.to.id))
    await change.mail(linkLetter(admin, parts, { isReminder: false }), leaving)
  await change.mail(sentLetter(acting.live, parts), leaving)
  return parts
}

/** `It stays open until …`, for who sent it. */
export function sayOpen({ proposal }: ProposalParts, zone: string): string {
  return `It waits there until ${sayEnd(proposal.lapsesAt, zone)}; you can withdraw it until then.`
}

async function openLike(change: Change, acting: Acting, wanted: LinkToSend): Promise<Proposal | null> {
  const open = (
    await openProposals(change.manager, { kind: 'link', businessId: acting.id, toBusinessId: wanted.to.id })
  ).filter(one => isOpen(one, change.now))
  const owns = await readLinkProposals(
    change.manager,
    open.map(one => one.id),
  )
  const isLike = (id: string) =>
    owns.get(id)!.under.id === wanted.under.id && owns.get(id)!.fromAbove === wanted.fromAbove
  return open.find(one => isLike(one.id)) ?? null
}

async function begin(change: Change, acting: Acting, { to, note }: LinkToSend): Promise<Proposal> {
  return openProposal(change, {
    kind: 'link',
    businessId: acting.id,
    toBusinessId: to.id,
    note,
    sentBy: acting.live.person,
    days: acting.proposalDays,
    zone: acting.zone,
  })
}

/** Each side's history tells it as that side knows it: who asks by number alone is not told whose account it is. */
function tellHistories(change: Change, acting: Acting, wanted: LinkToSend, parts: ProposalParts): void {
  const { to, note, text, toNamed, fromAbove } = wanted
  const data = { proposal: parts.proposal.id, sentence: text }
  const verb = fromAbove ? 'asked to link' : 'offered to link'
  change.record({
    chain: acting.id,
    partners: toNamed ? [acting.number, to.number] : [acting.number],
    what: 'link.sent',
    sentence: withReason(`${acting.live.name} ${verb}, for ${acting.name}: ${link.said(parts, 'sent')}`, note),
    data,
  })
  change.record({
    ...between(to, acting),
    chain: to.id,
    what: 'link.received',
    sentence: withReason(`${acting.live.name} of ${acting.name} ${verb}: ${link.said(parts, 'received')}`, note),
    data: { proposal: parts.proposal.id },
  })
}
