import { Temporal, type Admin, type Instant, type Standing } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { v7 as newId } from 'uuid'
import type { Change } from '../base/change.ts'

/** A standing, or none: somebody who does not work for the business. */
export type Place = Standing | 'none'

/** What was done to an admin, or made somebody one. */
export interface AdminChange {
  readonly id: string
  readonly business: { readonly id: string; readonly number: string; readonly name: string }
  readonly person: { readonly id: string; readonly name: string; readonly address: string }
  readonly before: Place
  readonly after: Place
  readonly by: { readonly id: string; readonly name: string }
  readonly at: Instant
  readonly reason: string
  readonly undone: boolean
  /** The request to undo it that waits for an answer. */
  readonly proposal: string | null
}

const changes = `SELECT c.id, json_build_object('id', business.id, 'number', business.number, 'name', business.name) AS business, c.before, c.after, c.made_at AS at, c.reason, c.undone_at IS NOT NULL AS undone,
    json_build_object('id', person.id, 'name', person.name, 'address', main.address) AS person, json_build_object('id', doer.id, 'name', doer.name) AS by,
    (SELECT proposal.id FROM admin_ask JOIN proposal ON proposal.id = proposal_id WHERE undoes = c.id AND state = 'open') AS proposal
  FROM admin_change c JOIN business ON business.id = c.business_id JOIN person ON person.id = c.person_id JOIN person_address main ON main.person_id = person.id AND main.main
    JOIN person doer ON doer.id = c.made_by`

async function readChanges(manager: EntityManager, rest: string, values: unknown[]): Promise<AdminChange[]> {
  const rows = (await manager.query(`${changes} ${rest}`, values)) as (Omit<AdminChange, 'at'> & { at: Date })[]
  return rows.map(row => ({ ...row, at: Temporal.Instant.fromEpochMilliseconds(row.at.getTime()) }))
}

export async function adminChangesById(manager: EntityManager, ids: readonly string[]): Promise<AdminChange[]> {
  return readChanges(manager, 'WHERE c.id = ANY($1)', [ids])
}

/** What was done since, and is not undone: in a business, or to one person wherever it was. */
export async function adminChangesSince(
  manager: EntityManager,
  of: { readonly business: string } | { readonly person: string },
  since: Instant,
): Promise<AdminChange[]> {
  const [column, id] = 'business' in of ? ['business_id', of.business] : ['person_id', of.person]
  return readChanges(
    manager,
    `WHERE c.${column} = $1 AND c.made_at > $2 AND c.undone_at IS NULL ORDER BY c.made_at DESC LIMIT 50`,
    [id, since.toString()],
  )
}

export async function keepAdminChange(
  change: Change,
  business: string,
  done: {
    readonly person: string
    readonly before: Place
    readonly after: Place
    readonly by: string
    readonly reason: string
  },
): Promise<void> {
  await change.manager.query(
    'INSERT INTO admin_change (id, business_id, person_id, before, after, made_by, made_at, reason) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)',
    [newId(), business, done.person, done.before, done.after, done.by, change.now.toString(), done.reason],
  )
}

export async function noteUndone(change: Change, id: string): Promise<void> {
  await change.manager.query('UPDATE admin_change SET undone_at = $2 WHERE id = $1', [id, change.now.toString()])
}

/** Since when a business's admins are such, as far as somebody made them one. */
export async function adminsSince(manager: EntityManager, business: string, ids: readonly string[]): Promise<Admin[]> {
  const rows = (await manager.query(
    `SELECT person_id AS id, max(made_at) AS at FROM admin_change WHERE business_id = $1 AND person_id = ANY($2) AND after = 'admin' GROUP BY person_id`,
    [business, ids],
  )) as { id: string; at: Date }[]
  const made = new Map(rows.map(row => [row.id, Temporal.Instant.fromEpochMilliseconds(row.at.getTime())]))
  return ids.map(id => ({ id, madeAt: made.get(id) ?? null }))
}

/** What one admin asks of another: to change somebody's standing, to undo what was done, to have one approval again, or one of the acts that take two. */
export type AdminAsk =
  | {
      readonly wants: 'standing'
      readonly person: { readonly id: string; readonly name: string }
      readonly standing: Standing
    }
  | { readonly wants: 'undo'; readonly undoes: AdminChange }
  | { readonly wants: 'one approval' }
  | { readonly wants: 'act'; readonly act: string; readonly said: string; readonly given: object }

export async function keepAdminAsk(change: Change, proposal: string, ask: AdminAsk): Promise<void> {
  await change.manager.query(
    'INSERT INTO admin_ask (proposal_id, wants, person_id, standing, undoes, act, said, given) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)',
    [
      proposal,
      ask.wants,
      ask.wants === 'standing' ? ask.person.id : null,
      ask.wants === 'standing' ? ask.standing : null,
      ask.wants === 'undo' ? ask.undoes.id : null,
      ...(ask.wants === 'act' ? [ask.act, ask.said, JSON.stringify(ask.given)] : [null, null, null]),
    ],
  )
}

export async function readAdminAsks(manager: EntityManager, ids: readonly string[]): Promise<Map<string, AdminAsk>> {
  const rows = (await manager.query(
    `SELECT proposal_id AS id, wants, person.id AS person, person.name, standing, undoes, act, said, given FROM admin_ask
      LEFT JOIN person ON person.id = person_id WHERE proposal_id = ANY($1)`,
    [ids],
  )) as {
    id: string
    wants: AdminAsk['wants']
    person: string
    name: string
    standing: Standing
    undoes: string | null
    act: string
    said: string
    given: object
  }[]
  const undone = await adminChangesById(
    manager,
    rows.flatMap(row => row.undoes ?? []),
  )
  const told = ({ wants, person, name, standing, undoes, act, said, given }: (typeof rows)[number]): AdminAsk => {
    if (wants === 'act') return { wants, act, said, given }
    if (wants === 'standing') return { wants, person: { id: person, name }, standing }
    return wants === 'undo' ? { wants, undoes: undone.find(one => one.id === undoes)! } : { wants }
  }
  return new Map(rows.map(row => [row.id, told(row)]))
}

/** Whether just this act waits for an admin's yes already. */
export async function isAskedFor(
  manager: EntityManager,
  business: string,
  act: string,
  given: object,
  at: Instant,
): Promise<boolean> {
  const rows = (await manager.query(
    `SELECT proposal.id FROM admin_ask JOIN proposal ON proposal.id = proposal_id
      WHERE proposal.business_id = $1 AND proposal.kind = 'admin-ask' AND proposal.state = 'open' AND proposal.lapses_at > $4 AND act = $2 AND given = $3::jsonb LIMIT 1`,
    [business, act, JSON.stringify(given), at.toString()],
  )) as object[]
  return rows.length > 0
}
