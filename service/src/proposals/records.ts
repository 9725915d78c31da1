import type { Action, Figure, Instant, ProposalState, Tier } from '@famiglia/core'
import { EntitySchema } from 'typeorm'
import { column, named } from '../base/columns.ts'

/** What every proposal has, whatever its kind; what is a kind's own stands in a table of that kind. */
export interface Proposal {
  id: string
  /** A kind of the register. */
  kind: string
  /** The business that sent it. */
  businessId: string
  /** Whom it is bound to: an address, or another business; neither on what a member asks of their own business. */
  toAddress: string | null
  toBusinessId: string | null
  /** Another address that somebody wants to answer from; the sender confirms it. */
  moveTo: string | null
  state: ProposalState
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
  /** What was said with the answer, or why it is void. */
  reason: string | null
  /** What of it was granted, in words, where it was answered before answers were kept thing by thing. */
  grantedSaid: string | null
}

export const proposals = new EntitySchema<Proposal>({
  name: 'proposal',
  columns: {
    id: column.id,
    kind: column.text,
    businessId: named('business_id', column.uuid),
    toAddress: named('to_address', column.text, true),
    toBusinessId: named('to_business_id', column.uuid, true),
    moveTo: named('move_to', column.text, true),
    state: column.text,
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
    grantedSaid: named('granted_said', column.text, true),
  },
})

/** Terms as they are kept in JSON: instants as text. */
export interface TermsKept {
  tier: Tier | null
  actions: Action[]
  hiding: Figure[]
  from: string | null
  until: string | null
}

/** One asset or bundle of a proposal, with the terms of the grant it would become. */
export interface ProposalItem {
  id: string
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
  /** The terms under which it was granted or accepted; null while it was not. */
  granted: TermsKept | null
}

export const proposalItems = new EntitySchema<ProposalItem>({
  name: 'proposal_item',
  columns: {
    id: column.id,
    proposalId: named('proposal_id', column.uuid),
    assetId: named('asset_id', column.uuid, true),
    bundleId: named('bundle_id', column.uuid, true),
    targetId: { ...named('target_id', column.uuid), insert: false, update: false },
    tier: { ...column.text, nullable: true },
    actions: column.texts,
    hiding: column.texts,
    from: named('from_at', column.instant, true),
    until: named('until_at', column.instant, true),
    purpose: { ...column.text, nullable: true },
    mayPassOn: named('may_pass_on', column.flag),
    granted: { ...column.json, nullable: true },
  },
})
