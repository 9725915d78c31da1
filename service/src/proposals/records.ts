import type {
  Action,
  Figure,
  Instant,
  ProposalCourse,
  ProposalKind,
  ProposalState,
  Standing,
  Tier,
} from '@famiglia/core'
import { EntitySchema, type EntityManager } from 'typeorm'
import { column, named } from '../base/columns.ts'

export interface Proposal {
  id: string
  kind: ProposalKind
  businessId: string
  /** Whom an invitation is bound to; null on what a member asks of their own business. */
  toAddress: string | null
  state: ProposalState
  standing: Standing
  note: string | null
  sentBy: string
  openedAt: Instant
  sentAt: Instant
  lapsesAt: Instant
  /** Counts the sendings; only the last one's link is good. */
  generation: number
  reminders: number
  answeredAt: Instant | null
  answeredBy: string | null
  reason: string | null
  /** Another address that somebody wants to answer an invitation with; the inviter confirms it. */
  moveTo: string | null
  purpose: string | null
  /** The business that an offer goes to, or that another business asks. */
  toBusinessId: string | null
  /** Whether the sender named that business. Who asks for an asset by its number alone is not told whose it is before they answer. */
  toNamed: boolean
  /** What a business asks another for, as a sentence without its beginning. */
  wanted: string | null
  /** What of it was granted, or accepted, in words, where that is less. */
  granted: string | null
  /** Whom to write to about it. */
  contact: string | null
  /** Whether who accepts takes the chair of a business that is held in trust. */
  takesChair: boolean
}

export const proposals = new EntitySchema<Proposal>({
  name: 'proposal',
  columns: {
    id: column.id,
    kind: column.text,
    businessId: named('business_id', column.uuid),
    toAddress: named('to_address', column.text, true),
    state: column.text,
    standing: column.text,
    note: { ...column.text, nullable: true },
    sentBy: named('sent_by', column.uuid),
    openedAt: named('opened_at', column.instant),
    sentAt: named('sent_at', column.instant),
    lapsesAt: named('lapses_at', column.instant),
    generation: column.whole,
    reminders: column.whole,
    answeredAt: named('answered_at', column.instant, true),
    answeredBy: named('answered_by', column.uuid, true),
    reason: { ...column.text, nullable: true },
    moveTo: named('move_to', column.text, true),
    purpose: { ...column.text, nullable: true },
    toBusinessId: named('to_business_id', column.uuid, true),
    toNamed: named('to_named', column.flag),
    wanted: { ...column.text, nullable: true },
    granted: { ...column.text, nullable: true },
    contact: { ...column.text, nullable: true },
    takesChair: named('takes_chair', column.flag),
  },
})

/** One asset or bundle of a proposal, with the words of the grant it would become. */
export interface ProposalItem {
  proposalId: string
  assetId: string | null
  bundleId: string | null
  targetId?: string
  tier: Tier | null
  actions: Action[]
  hiding: Figure[]
  from: Instant | null
  until: Instant | null
  purpose: string | null
  /** Whether a partner may pass it on to a further business. */
  mayPassOn: boolean
}

export const proposalItems = new EntitySchema<ProposalItem>({
  name: 'proposal_item',
  columns: {
    proposalId: named('proposal_id', { ...column.uuid, primary: true }),
    assetId: named('asset_id', column.uuid, true),
    bundleId: named('bundle_id', column.uuid, true),
    targetId: { ...named('target_id', { ...column.uuid, primary: true }), insert: false, update: false },
    tier: { ...column.text, nullable: true },
    actions: column.texts,
    hiding: column.texts,
    from: named('from_at', column.instant, true),
    until: named('until_at', column.instant, true),
    purpose: { ...column.text, nullable: true },
    mayPassOn: named('may_pass_on', column.flag),
  },
})

export function courseOf(proposal: Proposal): ProposalCourse {
  return { state: proposal.state, sentAt: proposal.sentAt, lapsesAt: proposal.lapsesAt, reminders: proposal.reminders }
}

/** A business's open invitation to an address, whether or not its time is over. */
export async function findOpenInvitation(
  manager: EntityManager,
  business: string,
  address: string,
): Promise<Proposal | null> {
  return manager.findOneBy(proposals, { businessId: business, toAddress: address, kind: 'invitation', state: 'open' })
}

export async function itemsOf(manager: EntityManager, proposal: string): Promise<ProposalItem[]> {
  return manager.find(proposalItems, { where: { proposalId: proposal } })
}

/** Who owns what a proposal is about: another than its sender, where something held is passed on. Their histories tell of it too. */
export async function ownersOfItems(manager: EntityManager, proposal: string): Promise<string[]> {
  const rows = (await manager.query(
    `SELECT DISTINCT coalesce(asset.business_id, bundle.business_id) AS id FROM proposal_item item LEFT JOIN asset ON asset.id = item.asset_id LEFT JOIN bundle ON bundle.id = item.bundle_id
     WHERE item.proposal_id = $1`,
    [proposal],
  )) as { id: string }[]
  return rows.map(row => row.id)
}

/** The proposal, locked until the change is over, so that of two answers at once one wins. */
export async function lockProposal(manager: EntityManager, id: string): Promise<Proposal | null> {
  return manager.findOne(proposals, { where: { id }, lock: { mode: 'pessimistic_write' } })
}
