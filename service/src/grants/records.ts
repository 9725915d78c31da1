import type { Action, Figure, Instant, Tier, Words } from '@famiglia/core'
import { EntitySchema, IsNull, type EntityManager } from 'typeorm'
import { column, named } from '../base/columns.ts'

export interface Grant {
  id: string
  businessId: string
  assetId: string
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
}

export const grants = new EntitySchema<Grant>({
  name: 'grant',
  tableName: 'access_grant',
  columns: {
    id: column.id,
    businessId: named('business_id', column.uuid),
    assetId: named('asset_id', column.uuid),
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
  },
})

/** A person's grant from a business on an asset, if there is one that was not ended. */
export async function findPersonsGrant(
  manager: EntityManager,
  business: string,
  asset: string,
  person: string,
): Promise<Grant | null> {
  return manager.findOneBy(grants, { businessId: business, assetId: asset, personId: person, endedAt: IsNull() })
}

/** A person's grants from a business that were not ended, oldest first. */
export async function personsGrants(manager: EntityManager, business: string, person: string): Promise<Grant[]> {
  return manager.find(grants, {
    where: { businessId: business, personId: person, endedAt: IsNull() },
    order: { givenAt: 'ASC' },
  })
}

export function wordsOf(grant: Pick<Grant, 'tier' | 'actions' | 'hiding' | 'from' | 'until'>): Words {
  return { tier: grant.tier, actions: grant.actions, hiding: grant.hiding, from: grant.from, until: grant.until }
}
