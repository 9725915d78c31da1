import { levelOf, stateAt, type Instant, type ProposalState, type Standing } from '@famiglia/core'
import { In, type EntityManager } from 'typeorm'
import { targetsById, type Target } from '../assets/targets.ts'
import { businesses, type Business } from '../businesses/records.ts'
import { sayItems, tellAsset, type AssetInWords } from '../grants/tellLevel.ts'
import { peopleById, type KnownPerson } from '../people/records.ts'
import { courseOf, proposalItems, type Proposal, type ProposalItem } from './records.ts'

export interface ProposalInWords {
  readonly id: string
  readonly kind: string
  readonly state: ProposalState
  readonly business: {
    readonly number: string
    readonly name: string
    readonly town: string
    readonly cloth: string
    readonly zone: string
    readonly since: string
  }
  /** The address it is bound to; null for an ask, which goes to all who can give. */
  readonly to: string | null
  readonly standing: Standing
  readonly by: { readonly id: string; readonly name: string; readonly address: string }
  readonly note: string | null
  /** `run on Summer Crossings, hiding revenue, until 23 May 2027`. */
  readonly said: string
  readonly assets: readonly (AssetInWords & { readonly until: string | null; readonly bundle: string | null })[]
  readonly purpose: string | null
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
  const from = await manager.findBy(businesses, { id: In(page.map(proposal => proposal.businessId)) })
  const senders = await peopleById(
    manager,
    page.map(proposal => proposal.sentBy),
  )
  return page.map(proposal => ({
    proposal,
    business: from.find(business => business.id === proposal.businessId)!,
    sender: senders.get(proposal.sentBy)!,
    items: involved.flatMap(target =>
      items
        .filter(item => item.proposalId === proposal.id && item.targetId === target.id)
        .map(item => ({ item, target })),
    ),
  }))
}

export function sayProposal({ items, business, proposal }: ProposalParts): string {
  if (items.length === 0) return `work for ${business.name} as ${proposal.standing}, on no asset yet`
  return sayItems(
    items.map(({ item, target }) => ({ words: item, target })),
    business.zone,
  )
}

export function describeProposal(parts: ProposalParts, at: Instant): ProposalInWords {
  const { proposal, business, sender, items } = parts
  return {
    id: proposal.id,
    kind: proposal.kind,
    state: stateAt(courseOf(proposal), at),
    business: {
      number: business.number,
      name: business.name,
      town: business.town,
      cloth: business.cloth,
      zone: business.zone,
      since: business.openedAt.toString(),
    },
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
    moveTo: proposal.moveTo,
    openedAt: proposal.openedAt.toString(),
    sentAt: proposal.sentAt.toString(),
    lapsesAt: proposal.lapsesAt.toString(),
    answeredAt: proposal.answeredAt?.toString() ?? null,
    reason: proposal.reason,
  }
}
