import { levelOf, sayList, stateAt, type Instant, type ProposalState, type Standing } from '@famiglia/core'
import { In, type EntityManager } from 'typeorm'
import { assets, type Asset } from '../assets/records.ts'
import { businesses, type Business } from '../businesses/records.ts'
import { sayWords, tellAsset, type AssetInWords } from '../grants/tellLevel.ts'
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
  readonly to: string
  readonly standing: Standing
  readonly by: { readonly name: string; readonly address: string }
  readonly note: string | null
  /** `run on Summer Crossings, hiding revenue, until 23 May 2027`. */
  readonly said: string
  readonly assets: readonly (AssetInWords & { readonly until: string | null })[]
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
  readonly items: readonly { readonly item: ProposalItem; readonly asset: Asset }[]
}

export async function gatherProposal(manager: EntityManager, proposal: Proposal): Promise<ProposalParts> {
  return (await gatherProposals(manager, [proposal]))[0]!
}

/** What proposals are about, for as many as are on a page, in four queries. */
export async function gatherProposals(manager: EntityManager, page: readonly Proposal[]): Promise<ProposalParts[]> {
  const items = await manager.findBy(proposalItems, { proposalId: In(page.map(proposal => proposal.id)) })
  const involved = await manager.find(assets, {
    where: { id: In(items.map(item => item.assetId)) },
    order: { name: 'ASC' },
  })
  const from = await manager.findBy(businesses, { id: In(page.map(proposal => proposal.businessId)) })
  const senders = await peopleById(
    manager,
    page.map(proposal => proposal.sentBy),
  )
  return page.map(proposal => ({
    proposal,
    business: from.find(business => business.id === proposal.businessId)!,
    sender: senders.get(proposal.sentBy)!,
    items: involved.flatMap(asset =>
      items.filter(item => item.proposalId === proposal.id && item.assetId === asset.id).map(item => ({ item, asset })),
    ),
  }))
}

export function sayProposal({ items, business }: ProposalParts): string {
  const groups = new Map<string, { first: ProposalItem; names: string[] }>()
  for (const { item, asset } of items) {
    const key = JSON.stringify([item.tier, item.actions, item.hiding, String(item.until)])
    const group = groups.get(key) ?? { first: item, names: [] }
    group.names.push(asset.name)
    groups.set(key, group)
  }
  return sayList([...groups.values()].map(({ first, names }) => sayWords(first, names, business.zone))) || 'nothing yet'
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
    by: { name: sender.name, address: sender.address },
    note: proposal.note,
    said: sayProposal(parts),
    assets: items.map(({ item, asset }) => ({
      ...tellAsset(asset, item, levelOf(asset.kind, item), business.name),
      until: item.until?.toString() ?? null,
    })),
    openedAt: proposal.openedAt.toString(),
    sentAt: proposal.sentAt.toString(),
    lapsesAt: proposal.lapsesAt.toString(),
    answeredAt: proposal.answeredAt?.toString() ?? null,
    reason: proposal.reason,
  }
}
