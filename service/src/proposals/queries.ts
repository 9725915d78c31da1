import {
  isForPurpose,
  lapseOf,
  nextDueAt,
  stateAt,
  Temporal,
  type Instant,
  type ProposalTimes,
  type Terms,
} from '@famiglia/core'
import { In, type EntityManager } from 'typeorm'
import { v7 as newId } from 'uuid'
import type { Change } from '../base/change.ts'
import { assertOpen } from '../businesses/queries.ts'
import type { Target } from '../reach/targets.ts'
import { proposalItems, proposals, type Proposal, type ProposalItem, type TermsKept } from './records.ts'

export type { Proposal, ProposalItem } from './records.ts'

export function timesOf({ state, sentAt, lapsesAt, reminders }: Proposal): ProposalTimes {
  return { state, sentAt, lapsesAt, reminders }
}

export function isOpen(proposal: Proposal, at: Instant): boolean {
  return stateAt(timesOf(proposal), at) === 'open'
}

/** By what proposals are found. */
type Sought = Partial<Record<'id' | 'businessId' | 'toBusinessId' | 'toAddress' | 'kind' | 'sentBy', string>>

export async function findProposal(manager: EntityManager, where: Sought): Promise<Proposal | null> {
  return manager.findOneBy(proposals, where)
}

/** A business's open proposals of one kind to an address or another business, whether or not their time is over. */
export async function openProposals(manager: EntityManager, where: Sought): Promise<Proposal[]> {
  return manager.findBy(proposals, { ...where, state: 'open' })
}

export async function itemsOf(manager: EntityManager, ids: readonly string[]): Promise<ProposalItem[]> {
  return ids.length === 0 ? [] : manager.findBy(proposalItems, { proposalId: In(ids) })
}

export function termsOfItem({ tier, actions, hiding, from, until }: ProposalItem): Terms {
  return { tier, actions, hiding, from, until }
}

export function grantedTerms(kept: TermsKept): Terms {
  const instant = (text: string | null) => (text ? Temporal.Instant.from(text) : null)
  return { ...kept, from: instant(kept.from), until: instant(kept.until) }
}

export type ProposalWanted = Pick<Proposal, 'kind' | 'businessId' | 'note' | 'sentBy'> &
  Partial<Pick<Proposal, 'toAddress' | 'toBusinessId'>> & {
    /** How many days it stays open, and where they are counted. */
    readonly days: number
    readonly zone: string
  }

/**
 * Opens a proposal and sees to it that it is looked after when it is due. One to the same addressee whose time is over but
 * which nobody has looked after yet does not stand in its way. A business that is closed is sent nothing: `business.closed`.
 */
export async function openProposal(change: Change, { days, zone, ...wanted }: ProposalWanted): Promise<Proposal> {
  const { kind, businessId, toAddress, toBusinessId } = wanted
  if (toBusinessId) await assertOpen(change.manager, toBusinessId)
  if (toAddress || toBusinessId)
    for (const one of await openProposals(change.manager, {
      kind,
      businessId,
      ...(toAddress ? { toAddress } : {}),
      ...(toBusinessId ? { toBusinessId } : {}),
    }))
      if (!isOpen(one, change.now)) await closeProposal(change, one.id, { state: 'lapsed', reason: null })
  const proposal: Proposal = {
    id: newId(),
    toAddress: null,
    toBusinessId: null,
    ...wanted,
    state: 'open',
    openedAt: change.now,
    sentAt: change.now,
    lapsesAt: lapseOf(change.now, days, zone),
    generation: 1,
    reminders: 0,
    answeredAt: null,
    answeredBy: null,
    reason: null,
    moveTo: null,
    grantedSaid: null,
  }
  await change.manager.insert(proposals, proposal)
  await change.later('tend-proposal', { proposal: proposal.id }, nextDueAt(timesOf(proposal)))
  return proposal
}

export async function changeProposal(
  change: Change,
  id: string,
  to: Partial<Omit<Proposal, 'id' | 'kind' | 'businessId'>>,
): Promise<void> {
  await change.manager.update(proposals, { id }, to)
}

/** Writes down how a proposal ended; letters about it that have not left yet are not sent any more. Says how many. */
export async function closeProposal(
  change: Change,
  id: string,
  to: { readonly state: Proposal['state']; readonly reason: string | null; readonly by?: string | null },
): Promise<number> {
  const answeredBy = to.by === undefined ? (change.actor?.person ?? null) : to.by
  await changeProposal(change, id, { state: to.state, reason: to.reason, answeredAt: change.now, answeredBy })
  return change.recallLetters(id)
}

export interface ItemWanted {
  readonly target: Pick<Target, 'id' | 'assetId' | 'bundleId'>
  readonly terms: Terms
  readonly purpose: string | null
  readonly mayPassOn?: boolean
}

/** Puts something into a proposal, in the place of what it said of the same thing for the same reason before. */
export async function putItem(
  change: Change,
  proposal: string,
  { target, terms, purpose, mayPassOn = false }: ItemWanted,
  granted: Terms | null = null,
): Promise<void> {
  const before = (await itemsOf(change.manager, [proposal])).filter(
    item => item.targetId === target.id && isForPurpose(item, purpose),
  )
  await removeItems(
    change,
    before.map(item => item.id),
  )
  await change.manager.insert(proposalItems, {
    id: newId(),
    proposalId: proposal,
    assetId: target.assetId,
    bundleId: target.bundleId,
    tier: terms.tier,
    actions: [...terms.actions],
    hiding: [...terms.hiding],
    from: terms.from,
    until: terms.until,
    purpose,
    mayPassOn,
    granted: granted ? keepTerms(granted) : null,
  })
}

export async function removeItems(change: Change, ids: readonly string[]): Promise<void> {
  if (ids.length > 0) await change.manager.delete(proposalItems, { id: In(ids) })
}

/** Keeps under which terms something was granted or accepted. */
export async function noteGranted(change: Change, item: string, terms: Terms): Promise<void> {
  await change.manager.update(proposalItems, { id: item }, { granted: keepTerms(terms) })
}

function keepTerms(terms: Terms): TermsKept {
  return {
    tier: terms.tier,
    actions: [...terms.actions],
    hiding: [...terms.hiding],
    from: terms.from?.toString() ?? null,
    until: terms.until?.toString() ?? null,
  }
}
