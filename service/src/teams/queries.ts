import { nearest, type Instant } from '@famiglia/core'
import { IsNull, type EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { KnownPerson } from '../people/queries.ts'
import { teams, type Team } from './records.ts'

export type { Team } from './records.ts'

export async function findTeam(manager: EntityManager, business: string, handle: string): Promise<Team | null> {
  return manager.findOneBy(teams, { businessId: business, handle, dissolvedAt: IsNull() })
}

/** Who is in a team, by name; of those alone who were in it at an instant, where one is said. */
export async function membersOfTeam(
  manager: EntityManager,
  team: string,
  at: Instant | null = null,
): Promise<KnownPerson[]> {
  return manager.query(
    `SELECT person.id, person.name, main.address FROM team_member JOIN person ON person.id = team_member.person_id
     JOIN person_address main ON main.person_id = person.id AND main.main WHERE team_member.team_id = $1 AND ($2::timestamptz IS NULL OR team_member.since <= $2) ORDER BY person.name, person.id`,
    [team, at?.toString() ?? null],
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

export async function teamById(manager: EntityManager, id: string): Promise<Team> {
  return manager.findOneByOrFail(teams, { id })
}

export async function getTeam(
  manager: EntityManager,
  acting: { readonly id: string; readonly name: string },
  handle: string,
): Promise<Team> {
  const found = await findTeam(manager, acting.id, handle)
  if (found) return found
  const known = await manager.find(teams, { where: { businessId: acting.id, dissolvedAt: IsNull() }, take: 200 })
  const near = nearest(
    handle,
    known.map(team => team.handle),
  )
  const hint = near ? ` Did you mean team/${near}?` : ''
  throw new Problem('team.unknown', `${acting.name} has no team called ${handle}.${hint}`, {
    nearest: near ? `team/${near}` : null,
  })
}

export async function addTeam(manager: EntityManager, team: Team): Promise<void> {
  await manager.insert(teams, team)
}

/** Puts somebody into a team; false when they were in it already. */
export async function joinOnce(manager: EntityManager, team: string, person: string, now: Instant): Promise<boolean> {
  const added = (await manager.query(
    'INSERT INTO team_member (team_id, person_id, since) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING RETURNING person_id',
    [team, person, now.toString()],
  )) as unknown[]
  return added.length > 0
}

/** Takes somebody out of a team; false when they were not in it. */
export async function takeOutOfTeam(manager: EntityManager, team: string, person: string): Promise<boolean> {
  const [, taken] = (await manager.query('DELETE FROM team_member WHERE team_id = $1 AND person_id = $2', [
    team,
    person,
  ])) as [unknown, number]
  return taken > 0
}

/** Dissolves a team: nobody is in it any more, and its handle is free. */
export async function closeTeam(manager: EntityManager, team: string, now: Instant): Promise<void> {
  await manager.query('DELETE FROM team_member WHERE team_id = $1', [team])
  await manager.update(teams, { id: team }, { dissolvedAt: now })
}
