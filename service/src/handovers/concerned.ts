import type { EntityManager } from 'typeorm'
import { adminsOf, type Business } from '../businesses/queries.ts'
import { peopleById, type KnownPerson } from '../people/queries.ts'
import { membersOfTeam } from '../teams/queries.ts'
import type { Line } from './account.ts'
import type { Handover } from './records.ts'

/** Somebody whom a handover concerns; the side they are admin of, where they are. */
export interface Concerned {
  readonly person: KnownPerson
  readonly of: Business | null
}

/** The admins of both sides. */
export async function adminsOfBoth(
  manager: EntityManager,
  { from, to }: Pick<Handover, 'from' | 'to'>,
): Promise<{ person: KnownPerson; of: Business }[]> {
  const found = new Map<string, { person: KnownPerson; of: Business }>()
  for (const of of [from, to])
    for (const person of await adminsOf(manager, of.id)) if (!found.has(person.id)) found.set(person.id, { person, of })
  return [...found.values()]
}

/** Everybody who is named in the account of a handover, each once: the admins of both, who holds something, the admins of partners. */
export async function namedIn(
  manager: EntityManager,
  handover: Pick<Handover, 'from' | 'to'>,
  lines: readonly Line[],
): Promise<Concerned[]> {
  const found = new Map<string, Concerned>((await adminsOfBoth(manager, handover)).map(one => [one.person.id, one]))
  const held = lines.flatMap(line => line.grant ?? [])
  const ids = (kind: string) => held.filter(one => one.holderKind === kind).map(one => one.holderId)
  const add = (person: KnownPerson) => {
    if (!found.has(person.id)) found.set(person.id, { person, of: null })
  }
  for (const person of (await peopleById(manager, ids('person'))).values()) add(person)
  for (const team of new Set(ids('team'))) for (const person of await membersOfTeam(manager, team)) add(person)
  for (const business of new Set(ids('business'))) for (const person of await adminsOf(manager, business)) add(person)
  return [...found.values()]
}
