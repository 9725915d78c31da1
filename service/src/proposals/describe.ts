import { levelOf, stateAt, type Instant, type ProposalState, type Standing } from '@famiglia/core'
import { In, type EntityManager } from 'typeorm'
import { targetsById, type Target } from '../assets/targets.ts'
import { businesses, type Business } from '../businesses/records.ts'
import { sayItems, tellAsset, type AssetInWords } from '../grants/tellLevel.ts'
import { peopleById, type KnownPerson } from '../people/records.ts'
import { courseOf, proposalItems, type Proposal, type ProposalItem } from './records.ts'

interface BusinessTold {
  readonly number: string
  readonly name: string
  readonly town: string
  readonly cloth: string
  readonly zone: string
  readonly since: string
}

export interface ProposalInWords {
  readonly id: string
  readonly kind: string
  readonly state: ProposalState
  readonly business: BusinessTold
  /** The business it goes to: something is offered to it, or asked of it. */
  readonly partner: BusinessTold | null
  /** The address it is bound to; null for an ask, which goes to all who can give. */
  readonly to: string | null
  readonly standing: Standing
  readonly by: { readonly id: string; readonly name: string; readonly address: string }
  readonly note: string | null
  /** `run on Summer Crossings, hiding revenue, until 23 May 2027`. */
  readonly said: string
  readonly assets: readonly (AssetInWords & { readonly until: string | null; readonly bundle: string | null })[]
  readonly purpose: string | null
  /** What of it was accepted or granted, where that is less. */
  readonly granted: string | null
  readonly contact: string | null
  /** Whether it may be passed on to a further business. */
  readonly mayPassOn: boolean
  readonly takesChair: boolean
  /** Another address that it was asked to be sent to. */
  readonly moveTo: string | null
  readonly openedAt: string
  readonly sentAt: string
  readonly lapsesAt: string
  readonly answeredAt: string | null
  readonly reason: string | null
}

export interface ProposalParts {
  readonly proposal: Proposal
  readonly business: Business
  readonly sender: KnownPerson
  /** The business it goes to, where it goes to one. */
  readonly partner: Business | null
  readonly items: readonly { readonly item: ProposalItem; readonly target: Target }[]
}

export async function gatherProposal(manager: EntityManager, proposal: Proposal): Promise<ProposalParts> {
  return (await gatherProposals(manager, [proposal]))[0]!
}

/** What proposals are about, for as many as are on a page, in four queries. */
export async function gatherProposals(manager: EntityManager, page: readonly Proposal[]): Promise<ProposalParts[]> {
  const items = await manager.findBy(proposalItems, { proposalId: In(page.map(proposal => proposal.id)) })
  const involved = [
    ...(
      await targetsById(
        manager,
        items.map(item => item.targetId!),
      )
    ).values(),
  ].sort((one, other) => one.name.localeCompare(other.name))
  const involvedBusinesses = page.flatMap(({ businessId, toBusinessId }) => [businessId, toBusinessId ?? businessId])
  const from = await manager.findBy(businesses, { id: In(involvedBusinesses) })
  const senders = await peopleById(
    manager,
    page.map(proposal => proposal.sentBy),
  )
  return page.map(proposal => ({
    proposal,
    business: from.find(business => business.id === proposal.businessId)!,
    sender: senders.get(proposal.sentBy)!,
    partner: from.find(business => business.id === proposal.toBusinessId) ?? null,
    items: involved.flatMap(target =>
      items
        .filter(item => item.proposalId === proposal.id && item.targetId === target.id)
        .map(item => ({ item, target })),
    ),
  }))
}

/** The business it goes to, as its sender may know it: by name, or as the owner of what was asked for by number. */
export function nameOfPartner({ proposal, partner }: Pick<ProposalParts, 'proposal' | 'partner'>): string {
  return partner && isPartnerTold(proposal) ? partner.name : 'the owner'
}

export function isPartnerTold({ toNamed, state }: Proposal): boolean {
  return toNamed || state === 'accepted' || state === 'declined'
}

export function sayProposal({ items, business, proposal }: ProposalParts): string {
  if (proposal.wanted) return proposal.wanted
  if (proposal.takesChair) return `the chair of ${business.name}`
  if (items.length === 0) return `work for ${business.name} as ${proposal.standing}, on no asset yet`
  return sayItems(
    items.map(({ item, target }) => ({ words: item, target })),
    business.zone,
  )
}

/** A proposal in words, for the business whose people read it. */
export function describeProposal(parts: ProposalParts, at: Instant, reader: string | null = null): ProposalInWords {
  const { proposal, business, sender, partner, items } = parts
  return {
    id: proposal.id,
    kind: proposal.kind,
    state: stateAt(courseOf(proposal), at),
    business: tellBusiness(business),
    partner: partner && (reader === partner.id || isPartnerTold(proposal)) ? tellBusiness(partner) : null,
    to: proposal.toAddress,
    standing: proposal.standing,
    by: sender,
    note: proposal.note,
    said: sayProposal(parts),
    assets: items.flatMap(({ item, target }) =>
      target.assets.map(asset => ({
        ...tellAsset(asset, item, levelOf(asset.kind, item), business.name),
        until: item.until?.toString() ?? null,
        bundle: target.bundleId ? target.name : null,
      })),
    ),
    purpose: proposal.purpose,
    granted: proposal.granted,
    contact: proposal.contact,
    mayPassOn: items.some(({ item }) => item.mayPassOn),
    takesChair: proposal.takesChair,
    moveTo: proposal.moveTo,
    openedAt: proposal.openedAt.toString(),
    sentAt: proposal.sentAt.toString(),
    lapsesAt: proposal.lapsesAt.toString(),
    answeredAt: proposal.answeredAt?.toString() ?? null,
    reason: proposal.reason,
  }
}

function tellBusiness({ number, name, town, cloth, zone, openedAt }: Business): BusinessTold {
  return { number, name, town, cloth, zone, since: openedAt.toString() }
}
