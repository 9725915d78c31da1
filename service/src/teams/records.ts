import type { Instant } from '@famiglia/core'
import { EntitySchema, IsNull, type EntityManager } from 'typeorm'
import { column, named } from '../base/columns.ts'
import type { KnownPerson } from '../people/records.ts'

export interface Team {
  id: string
  businessId: string
  handle: string
  name: string
  madeAt: Instant
  /** A dissolved team stays for the grants and the history that name it; its handle is free again. */
  dissolvedAt: Instant | null
}

export const teams = new EntitySchema<Team>({
  name: 'team',
  columns: {
    id: column.id,
    businessId: named('business_id', column.uuid),
    handle: column.text,
    name: column.text,
    madeAt: named('made_at', column.instant),
    dissolvedAt: named('dissolved_at', column.instant, true),
  },
})

export async function findTeam(manager: EntityManager, business: string, handle: string): Promise<Team | null> {
  return manager.findOneBy(teams, { businessId: business, handle, dissolvedAt: IsNull() })
}

/** Who is in a team, by name. */
export async function membersOfTeam(manager: EntityManager, team: string): Promise<KnownPerson[]> {
  return manager.query(
    `SELECT person.id, person.name, main.address FROM team_member JOIN person ON person.id = team_member.person_id
     JOIN person_address main ON main.person_id = person.id AND main.main WHERE team_member.team_id = $1 ORDER BY person.name, person.id`,
    [team],
  )
}

/** The teams of a business that somebody is in, by name. */
export async function teamsOfPerson(manager: EntityManager, business: string, person: string): Promise<Team[]> {
  return manager
    .createQueryBuilder(teams, 'team')
    .where('team.businessId = :business AND team.id IN (SELECT team_id FROM team_member WHERE person_id = :person)', {
      business,
      person,
    })
    .orderBy('team.name')
    .getMany()
}
