import type { Instant } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { v7 as newId } from 'uuid'
import { personAddresses, persons } from './records.ts'

export interface KnownPerson {
  readonly id: string
  readonly name: string
  readonly address: string
}

/** The person with a verified address, or null. The address told is the one that letters go to. */
export async function findPersonByAddress(manager: EntityManager, address: string): Promise<KnownPerson | null> {
  const [row] = (await manager.query(
    `SELECT person.id, person.name, main.address FROM person_address given JOIN person ON person.id = given.person_id
     JOIN person_address main ON main.person_id = person.id AND main.main WHERE given.address = $1`,
    [address.toLowerCase()],
  )) as KnownPerson[]
  return row ?? null
}

export async function peopleById(manager: EntityManager, ids: readonly string[]): Promise<Map<string, KnownPerson>> {
  const rows = (await manager.query(
    'SELECT person.id, person.name, main.address FROM person JOIN person_address main ON main.person_id = person.id AND main.main WHERE person.id = ANY($1)',
    [ids],
  )) as KnownPerson[]
  return new Map(rows.map(row => [row.id, row]))
}

/** Makes a person whose address was proven by a link that was sent to it. */
export async function addPerson(
  manager: EntityManager,
  wanted: { name: string; address: string; passwordHash: string },
  now: Instant,
): Promise<KnownPerson> {
  const id = newId()
  await manager.insert(persons, {
    id,
    name: wanted.name,
    passwordHash: wanted.passwordHash,
    totpSealed: null,
    totpPendingSealed: null,
    totpLastStep: null,
    joinedAt: now,
    pausedAt: null,
  })
  await manager.insert(personAddresses, {
    address: wanted.address.toLowerCase(),
    personId: id,
    verifiedAt: now,
    main: true,
  })
  return { id, name: wanted.name, address: wanted.address.toLowerCase() }
}
