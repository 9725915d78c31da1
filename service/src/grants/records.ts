import type { Action, Figure, Instant, Tier } from '@famiglia/core'
import { EntitySchema } from 'typeorm'
import { column, named } from '../base/columns.ts'

/** A manager account that holds a grant holds a link. */
export type HolderKind = 'person' | 'team' | 'business' | 'manager'

export interface Grant {
  id: string
  businessId: string
  assetId: string | null
  bundleId: string | null
  /** The asset or the bundle, as the records work it out. */
  targetId?: string
  holderKind: HolderKind
  holderId: string
  /** The business it goes to: the partner that holds it, or another one whose manager account does. */
  toBusinessId: string | null
  tier: Tier | null
  actions: Action[]
  hiding: Figure[]
  from: Instant
  until: Instant | null
  /** The reason it was given for: each is a grant of its own. */
  purpose: string | null
  proposalId: string | null
  upstreamId: string | null
  mayPassOn: boolean
  /** Since when its owner has frozen it by itself: a link. */
  frozenAt: Instant | null
  givenAt: Instant
  givenBy: string
  changedAt: Instant | null
  endedAt: Instant | null
  endedBy: string | null
  /** How many of the notices before its end were sent. */
  notices: number
}

export const grants = new EntitySchema<Grant>({
  name: 'grant',
  tableName: 'access_grant',
  columns: {
    id: column.id,
    businessId: named('business_id', column.uuid),
    assetId: named('asset_id', column.uuid, true),
    bundleId: named('bundle_id', column.uuid, true),
    targetId: { ...named('target_id', column.uuid), insert: false, update: false },
    holderKind: named('holder_kind', column.text),
    holderId: named('holder_id', column.uuid),
    toBusinessId: named('to_business_id', column.uuid, true),
    tier: { ...column.text, nullable: true },
    actions: column.texts,
    hiding: column.texts,
    from: named('from_at', column.instant),
    until: named('until_at', column.instant, true),
    purpose: { ...column.text, nullable: true },
    proposalId: named('proposal_id', column.uuid, true),
    upstreamId: named('upstream_id', column.uuid, true),
    mayPassOn: named('may_pass_on', column.flag),
    frozenAt: named('frozen_at', column.instant, true),
    givenAt: named('given_at', column.instant),
    givenBy: named('given_by', column.uuid),
    changedAt: named('changed_at', column.instant, true),
    endedAt: named('ended_at', column.instant, true),
    endedBy: named('ended_by', column.uuid, true),
    notices: column.whole,
  },
})
