import type { BusinessNumber, Instant, Standing, WorksAs } from '@famiglia/core'
import { EntitySchema } from 'typeorm'
import { column, named } from '../base/columns.ts'

export interface Business {
  id: string
  number: BusinessNumber
  name: string
  town: string
  zone: string
  cloth: string
  openedAt: Instant
  openedBy: string
  /** Since when it is closed, by whom, and whether that cannot be undone any more. */
  closedAt: Instant | null
  closedBy: string | null
  overAt: Instant | null
  /** How long proposals stay open, in days. */
  proposalDays: number
  /** Whether what partners offer takes effect without approval. */
  offersAtOnce: boolean
  /** Whether making or lowering an admin waits for the yes of a second one. */
  twoApprovals: boolean
  /** More admins than that are told as worth a look. */
  mostAdmins: number
  /** Hours between the yes to a handover and its completion. */
  coolingHours: number
  /** The business that opened it for a client and runs it until the client takes the chair. */
  trusteeId: string | null
  /** What it is to the businesses that it works for, and whom they write to there. */
  worksAs: WorksAs | null
  contact: Contact | null
}

export interface Contact {
  readonly name: string
  readonly address: string
  readonly telephone: string | null
}

export const businesses = new EntitySchema<Business>({
  name: 'business',
  columns: {
    id: column.id,
    number: column.text,
    name: column.text,
    town: column.text,
    zone: column.text,
    cloth: column.text,
    openedAt: named('opened_at', column.instant),
    openedBy: named('opened_by', column.uuid),
    closedAt: named('closed_at', column.instant, true),
    closedBy: named('closed_by', column.uuid, true),
    overAt: named('over_at', column.instant, true),
    proposalDays: named('proposal_days', column.whole),
    offersAtOnce: named('offers_at_once', column.flag),
    twoApprovals: named('two_approvals', column.flag),
    mostAdmins: named('most_admins', column.whole),
    coolingHours: named('cooling_hours', column.whole),
    trusteeId: named('trustee_id', column.uuid, true),
    worksAs: named('works_as', column.text, true),
    contact: { ...column.json, nullable: true },
  },
})

export interface Membership {
  businessId: string
  personId: string
  standing: Standing
  since: Instant
  invitedBy: string | null
  pausedAt: Instant | null
  frozenAt: Instant | null
}

export const memberships = new EntitySchema<Membership>({
  name: 'membership',
  columns: {
    businessId: named('business_id', { ...column.uuid, primary: true }),
    personId: named('person_id', { ...column.uuid, primary: true }),
    standing: column.text,
    since: column.instant,
    invitedBy: named('invited_by', column.uuid, true),
    pausedAt: named('paused_at', column.instant, true),
    frozenAt: named('frozen_at', column.instant, true),
  },
})

/** The cloths a business's ledger can be bound in. */
export const cloths = ['fig', 'pine', 'slate', 'walnut', 'wine', 'teal', 'olive', 'plain'] as const
