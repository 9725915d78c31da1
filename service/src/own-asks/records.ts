import type { EntityManager } from 'typeorm'
import type { Change } from '../base/change.ts'
import { peopleById, type KnownPerson } from '../people/queries.ts'

/** The colleagues whom asks are for, by the asks; those for oneself are not among them. */
export async function readColleagues(
  manager: EntityManager,
  ids: readonly string[],
): Promise<Map<string, KnownPerson>> {
  const rows = (await manager.query(
    'SELECT proposal_id AS id, person_id AS person FROM own_ask WHERE proposal_id = ANY($1)',
    [ids],
  )) as { id: string; person: string }[]
  const people = await peopleById(
    manager,
    rows.map(({ person }) => person),
  )
  return new Map(rows.map(({ id, person }) => [id, people.get(person)!]))
}

export async function keepColleague(change: Change, proposal: string, person: string): Promise<void> {
  await change.manager.query('INSERT INTO own_ask (proposal_id, person_id) VALUES ($1, $2)', [proposal, person])
}
