import type { Instant } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { v7 as newId } from 'uuid'
import { personAddresses, persons, type Person, type PersonAddress } from './records.ts'

export type { Person, PersonAddress } from './records.ts'

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

/** Whether somebody has a second step of signing in set up, in SQL. */
export function hasSecondStep(person: string): string {
  return `(${person}.totp_sealed IS NOT NULL OR EXISTS (SELECT FROM passkey WHERE passkey.person_id = ${person}.id))`
}

export async function signsInWithTwo(manager: EntityManager, id: string): Promise<boolean> {
  const [row] = (await manager.query(`SELECT ${hasSecondStep('person')} AS two FROM person WHERE id = $1`, [id])) as {
    two: boolean
  }[]
  return row?.two ?? false
}

/** Somebody with all that signing them in takes. */
export async function getPerson(manager: EntityManager, id: string): Promise<Person> {
  return manager.findOneByOrFail(persons, { id })
}

/** Changes what somebody signs in with. */
export async function changePerson(
  manager: EntityManager,
  id: string,
  to: Partial<Pick<Person, 'passwordHash' | 'totpSealed' | 'totpPendingSealed' | 'totpLastStep'>>,
): Promise<void> {
  await manager.update(persons, { id }, to)
}

/** One of somebody's own addresses; null where it is none. */
export async function findOwnAddress(
  manager: EntityManager,
  person: string,
  address: string,
): Promise<PersonAddress | null> {
  return manager.findOneBy(personAddresses, { address: address.toLowerCase(), personId: person })
}

export async function addAddress(manager: EntityManager, person: string, address: string, now: Instant): Promise<void> {
  await manager.insert(personAddresses, { address, personId: person, verifiedAt: now, main: false })
}

/** Has letters go to another of somebody's addresses. */
export async function makeMain(manager: EntityManager, { personId, address }: PersonAddress): Promise<void> {
  await manager.update(personAddresses, { personId, main: true }, { main: false })
  await manager.update(personAddresses, { address }, { main: true })
}

export async function removeAddressOf(manager: EntityManager, { address }: PersonAddress): Promise<void> {
  await manager.delete(personAddresses, { address })
}
