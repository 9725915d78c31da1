import type { BusinessNumber, Instant, Standing } from '@famiglia/core'
import { In, type EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import { businesses, memberships, type Business, type Membership } from './records.ts'

export type { Business, Membership } from './records.ts'

/** A business as far as a history entry names it. */
export type Party = Pick<Business, 'id' | 'number' | 'name'>

export async function getBusiness(manager: EntityManager, id: string): Promise<Business> {
  return manager.findOneByOrFail(businesses, { id })
}

export async function businessesById(manager: EntityManager, ids: readonly string[]): Promise<Map<string, Business>> {
  const found = ids.length === 0 ? [] : await manager.findBy(businesses, { id: In([...new Set(ids)]) })
  return new Map(found.map(business => [business.id, business]))
}

export async function findBusinessNumbered(manager: EntityManager, number: BusinessNumber): Promise<Business | null> {
  return manager.findOneBy(businesses, { number })
}

export async function changeBusiness(
  manager: EntityManager,
  id: string,
  to: Partial<
    Pick<
      Business,
      | 'offersAtOnce'
      | 'twoApprovals'
      | 'mostAdmins'
      | 'trusteeId'
      | 'coolingHours'
      | 'closedAt'
      | 'closedBy'
      | 'worksAs'
      | 'contact'
    >
  >,
): Promise<void> {
  await manager.update(businesses, { id }, to)
}

/** Refuses what is to go to a business that is closed. */
export async function assertOpen(manager: EntityManager, id: string): Promise<void> {
  const { name, closedAt } = await getBusiness(manager, id)
  if (closedAt) throw new Problem('business.closed', `${name} is closed: nothing can be given to it or asked of it.`)
}

interface Colleague {
  readonly id: string
  readonly name: string
  readonly address: string
  readonly standing: Standing
}

/** A business's admins who can act now, by name. */
export async function adminsOf(manager: EntityManager, business: string): Promise<Colleague[]> {
  return standingIn(manager, business, ['admin'])
}

/** Whether a business has another admin than somebody: one who can act, or was stopped after an instant and may be back. */
export async function hasOtherAdmin(
  manager: EntityManager,
  business: string,
  than: string,
  stoppedAfter: Instant,
): Promise<boolean> {
  const rows = (await manager.query(
    `SELECT person_id FROM membership JOIN person ON person.id = person_id WHERE business_id = $1 AND standing = 'admin' AND person_id <> $2
       AND (membership.paused_at IS NULL OR membership.paused_at > $3) AND (frozen_at IS NULL OR frozen_at > $3) AND (person.paused_at IS NULL OR person.paused_at > $3) LIMIT 1`,
    [business, than, stoppedAfter.toString()],
  )) as object[]
  return rows.length > 0
}

/** Who sees to a business's payments and can act now, by name: its finance people and admins. */
export async function payingPeopleOf(manager: EntityManager, business: string): Promise<Colleague[]> {
  return standingIn(manager, business, ['admin', 'finance'])
}

async function standingIn(
  manager: EntityManager,
  business: string,
  standings: readonly Standing[],
): Promise<Colleague[]> {
  return manager.query(
    `SELECT person.id, person.name, main.address, membership.standing FROM membership JOIN person ON person.id = membership.person_id
      JOIN person_address main ON main.person_id = person.id AND main.main
     WHERE membership.business_id = $1 AND membership.standing = ANY ($2) AND membership.paused_at IS NULL AND membership.frozen_at IS NULL
       AND person.paused_at IS NULL ORDER BY person.name, person.id`,
    [business, standings],
  )
}

export async function findMembership(
  manager: EntityManager,
  business: string,
  person: string,
): Promise<Membership | null> {
  return manager.findOneBy(memberships, { businessId: business, personId: person })
}

/** The places in a business of those of some people who have one, by the person. */
export async function membershipsAmong(
  manager: EntityManager,
  business: string,
  people: readonly string[],
): Promise<Map<string, Membership>> {
  const found =
    people.length === 0 ? [] : await manager.findBy(memberships, { businessId: business, personId: In([...people]) })
  return new Map(found.map(one => [one.personId, one]))
}

/** All who have a place in a business. */
export async function membershipsOf(manager: EntityManager, business: string): Promise<Membership[]> {
  return manager.findBy(memberships, { businessId: business })
}

export async function worksSomewhere(manager: EntityManager, person: string): Promise<boolean> {
  return manager.existsBy(memberships, { personId: person })
}

export async function addMembership(
  manager: EntityManager,
  wanted: { business: string; person: string; standing: Standing; since: Instant; invitedBy: string | null },
): Promise<void> {
  await manager.insert(memberships, {
    businessId: wanted.business,
    personId: wanted.person,
    standing: wanted.standing,
    since: wanted.since,
    invitedBy: wanted.invitedBy,
    pausedAt: null,
    frozenAt: null,
  })
}

export async function changeMembership(
  manager: EntityManager,
  business: string,
  person: string,
  to: Partial<Pick<Membership, 'standing' | 'pausedAt' | 'frozenAt'>>,
): Promise<void> {
  await manager.update(memberships, { businessId: business, personId: person }, to)
}

/** Takes somebody out of a business and of its teams. What they hold is ended by who calls this. */
export async function removeMembership(manager: EntityManager, business: string, person: string): Promise<void> {
  await manager.query(
    'DELETE FROM team_member USING team WHERE team.id = team_member.team_id AND team.business_id = $1 AND team_member.person_id = $2',
    [business, person],
  )
  await manager.delete(memberships, { businessId: business, personId: person })
}
