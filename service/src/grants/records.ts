import type { Action, Figure, Instant, Tier, Words } from '@famiglia/core'
import { EntitySchema, IsNull, type EntityManager } from 'typeorm'
import { column, named } from '../base/columns.ts'

export interface Grant {
  id: string
  businessId: string
  assetId: string | null
  bundleId: string | null
  /** The asset or the bundle, as the records work it out. */
  targetId?: string
  personId: string | null
  teamId: string | null
  partnerId: string | null
  tier: Tier | null
  actions: Action[]
  hiding: Figure[]
  from: Instant
  until: Instant | null
  purpose: string | null
  proposalId: string | null
  upstreamId: string | null
  mayPassOn: boolean
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
    personId: named('person_id', column.uuid, true),
    teamId: named('team_id', column.uuid, true),
    partnerId: named('partner_id', column.uuid, true),
    tier: { ...column.text, nullable: true },
    actions: column.texts,
    hiding: column.texts,
    from: named('from_at', column.instant),
    until: named('until_at', column.instant, true),
    purpose: { ...column.text, nullable: true },
    proposalId: named('proposal_id', column.uuid, true),
    upstreamId: named('upstream_id', column.uuid, true),
    mayPassOn: named('may_pass_on', column.flag),
    givenAt: named('given_at', column.instant),
    givenBy: named('given_by', column.uuid),
    changedAt: named('changed_at', column.instant, true),
    endedAt: named('ended_at', column.instant, true),
    endedBy: named('ended_by', column.uuid, true),
    notices: column.whole,
  },
})

/** Whom a grant is held by. */
export type HolderKey = { readonly person: string } | { readonly team: string } | { readonly partner: string }

function heldBy(holder: HolderKey) {
  if ('person' in holder) return { personId: holder.person }
  return 'team' in holder ? { teamId: holder.team } : { partnerId: holder.partner }
}

/** A holder's grant from a business on an asset or a bundle, if there is one that was not ended. */
export async function findGrant(
  manager: EntityManager,
  business: string,
  target: string,
  holder: HolderKey,
): Promise<Grant | null> {
  return manager.findOneBy(grants, {
    businessId: business,
    targetId: target,
    ...heldBy(holder),
    endedAt: IsNull(),
  })
}

/** A holder's grants from a business that were not ended, oldest first. */
export async function grantsOf(manager: EntityManager, business: string, holder: HolderKey): Promise<Grant[]> {
  return manager.find(grants, {
    where: { businessId: business, ...heldBy(holder), endedAt: IsNull() },
    order: { givenAt: 'ASC' },
  })
}

export function wordsOf(grant: Pick<Grant, 'tier' | 'actions' | 'hiding' | 'from' | 'until'>): Words {
  return { tier: grant.tier, actions: grant.actions, hiding: grant.hiding, from: grant.from, until: grant.until }
}
