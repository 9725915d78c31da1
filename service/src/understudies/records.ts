import { Temporal, type Instant } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { v7 as newId } from 'uuid'
import type { Change } from '../base/change.ts'
import type { KnownPerson } from '../people/queries.ts'

/** Whom a business named, and who said yes: one at a time. */
export interface Understudy {
  readonly id: string
  readonly business: string
  readonly person: KnownPerson
  readonly namedBy: string
  readonly since: Instant
  /** Days of silence after which they are an admin, once they stepped in. */
  readonly days: number
}

/** An understudy who stepped in, and how it ended. */
export interface SteppingIn {
  readonly id: string
  readonly understudy: string
  readonly reason: string
  readonly began: Instant
  readonly becomes: Instant
  /** How many times those who can say no were told. */
  readonly told: number
  readonly ended: Instant | null
  readonly outcome: Outcome | null
  readonly endedBy: string | null
}

/** DONE: they are an admin. REFUSED: somebody said no. FELL: they took it back, or could not be one any more. */
export type Outcome = 'done' | 'refused' | 'fell'

const instant = (date: Date) => Temporal.Instant.fromEpochMilliseconds(date.getTime())

const understudies = `SELECT u.id, u.business_id AS business, json_build_object('id', person.id, 'name', person.name, 'address', main.address) AS person, doer.name AS "namedBy", u.since, u.days
  FROM understudy u JOIN person ON person.id = u.person_id JOIN person_address main ON main.person_id = person.id AND main.main JOIN person doer ON doer.id = u.named_by
  WHERE u.ended_at IS NULL`

async function readUnderstudies(manager: EntityManager, rest: string, values: unknown[]): Promise<Understudy[]> {
  const rows = (await manager.query(`${understudies} AND ${rest}`, values)) as (Omit<Understudy, 'since'> & {
    since: Date
  })[]
  return rows.map(row => ({ ...row, since: instant(row.since) }))
}

export async function understudyOf(manager: EntityManager, business: string): Promise<Understudy | null> {
  return (await readUnderstudies(manager, 'u.business_id = $1', [business]))[0] ?? null
}

/** Those of the people and businesses named, pair by pair, who are understudies. */
export async function understudiesAmong(
  manager: EntityManager,
  pairs: readonly { readonly person: string; readonly business: string }[],
): Promise<Understudy[]> {
  if (pairs.length === 0) return []
  return readUnderstudies(manager, '(u.person_id, u.business_id) IN (SELECT * FROM unnest($1::uuid[], $2::uuid[]))', [
    pairs.map(pair => pair.person),
    pairs.map(pair => pair.business),
  ])
}

export async function keepUnderstudy(
  change: Change,
  { business, person, by, days }: { business: string; person: string; by: string; days: number },
): Promise<void> {
  await change.manager.query(
    'INSERT INTO understudy (id, business_id, person_id, named_by, since, days) VALUES ($1, $2, $3, $4, $5, $6)',
    [newId(), business, person, by, change.now.toString(), days],
  )
}

export async function closeUnderstudy(change: Change, id: string): Promise<void> {
  await change.manager.query('UPDATE understudy SET ended_at = $2 WHERE id = $1', [id, change.now.toString()])
}

const steppings = `SELECT s.id, s.understudy_id AS understudy, s.reason, s.began_at AS began, s.becomes_at AS becomes, s.told, s.ended_at AS ended, s.outcome, doer.name AS "endedBy"
  FROM stepping_in s LEFT JOIN person doer ON doer.id = s.ended_by`

async function readSteppings(manager: EntityManager, rest: string, values: unknown[]): Promise<SteppingIn[]> {
  const rows = (await manager.query(`${steppings} ${rest}`, values)) as (Omit<
    SteppingIn,
    'began' | 'becomes' | 'ended'
  > & { began: Date; becomes: Date; ended: Date | null })[]
  return rows.map(row => ({
    ...row,
    began: instant(row.began),
    becomes: instant(row.becomes),
    ended: row.ended && instant(row.ended),
  }))
}

/** The newest time that an understudy stepped in, under way or ended; null where they never did. */
export async function newestSteppingIn(manager: EntityManager, understudy: string): Promise<SteppingIn | null> {
  const found = await readSteppings(manager, 'WHERE s.understudy_id = $1 ORDER BY s.began_at DESC LIMIT 1', [
    understudy,
  ])
  return found[0] ?? null
}

/** The businesses where an understudy steps in now. */
export async function businessesSteppedInto(manager: EntityManager): Promise<string[]> {
  const rows = (await manager.query(
    'SELECT u.business_id AS id FROM stepping_in s JOIN understudy u ON u.id = s.understudy_id WHERE s.ended_at IS NULL ORDER BY s.began_at LIMIT 500',
  )) as { id: string }[]
  return rows.map(row => row.id)
}

export async function beginSteppingIn(
  change: Change,
  { understudy, reason, becomes }: Pick<SteppingIn, 'understudy' | 'reason' | 'becomes'>,
): Promise<void> {
  await change.manager.query(
    'INSERT INTO stepping_in (id, understudy_id, reason, began_at, becomes_at, told) VALUES ($1, $2, $3, $4, $5, 1)',
    [newId(), understudy, reason, change.now.toString(), becomes.toString()],
  )
}

export async function noteTold(
  change: Change,
  id: string,
  { told, becomes }: Pick<SteppingIn, 'told' | 'becomes'>,
): Promise<void> {
  await change.manager.query('UPDATE stepping_in SET told = $2, becomes_at = $3 WHERE id = $1', [
    id,
    told,
    becomes.toString(),
  ])
}

export async function closeSteppingIn(
  change: Change,
  id: string,
  { outcome, by, why }: { readonly outcome: Outcome; readonly by: string | null; readonly why: string | null },
): Promise<void> {
  await change.manager.query(
    'UPDATE stepping_in SET ended_at = $2, outcome = $3, ended_by = $4, why = $5 WHERE id = $1',
    [id, change.now.toString(), outcome, by, why],
  )
}

/** What a proposal to be an understudy is about. */
export interface UnderstudyOwn {
  readonly person: KnownPerson
  readonly days: number
  /** Whether two admins wanted it. */
  readonly byTwo: boolean
}

export async function keepUnderstudyProposal(change: Change, proposal: string, own: UnderstudyOwn): Promise<void> {
  await change.manager.query(
    'INSERT INTO understudy_proposal (proposal_id, person_id, days, by_two) VALUES ($1, $2, $3, $4)',
    [proposal, own.person.id, own.days, own.byTwo],
  )
}

export async function readUnderstudyProposals(
  manager: EntityManager,
  ids: readonly string[],
): Promise<Map<string, UnderstudyOwn>> {
  const rows = (await manager.query(
    `SELECT proposal_id AS id, json_build_object('id', person.id, 'name', person.name, 'address', main.address) AS person, days, by_two AS "byTwo" FROM understudy_proposal
      JOIN person ON person.id = person_id JOIN person_address main ON main.person_id = person.id AND main.main WHERE proposal_id = ANY ($1)`,
    [ids],
  )) as (UnderstudyOwn & { id: string })[]
  return new Map(rows.map(({ id, ...own }) => [id, own]))
}
