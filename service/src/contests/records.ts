import { Temporal, type Instant } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { v7 as newId } from 'uuid'
import type { Change } from '../base/change.ts'
import type { KnownPerson } from '../people/queries.ts'

interface Side {
  readonly id: string
  readonly number: string
  readonly name: string
  readonly town: string
  readonly zone: string
}

/** Who owns an asset, contested by a business that proved control of it on its platform. */
export interface Contest {
  readonly id: string
  readonly asset: { readonly id: string; readonly name: string; readonly number: string; readonly platform: string }
  readonly owner: Side
  readonly claimant: Side
  readonly by: KnownPerson
  /** What its platform calls it: all that the claimant is told of it. */
  readonly called: string
  readonly means: string | null
  readonly reason: string
  readonly began: Instant
  readonly ends: Instant
  /** How many times those who can say no were told. */
  readonly told: number
  readonly ended: Instant | null
  readonly outcome: Outcome | null
  readonly endedBy: { readonly name: string; readonly address: string } | null
  readonly why: string | null
  readonly handover: string | null
}

/** REFUSED: the owner said no. WITHDRAWN: the claimant took it back. FELL: it could not go over. HANDED OVER: it goes over by a handover. */
export type Outcome = 'refused' | 'withdrawn' | 'fell' | 'handed over'

const side = (of: string) =>
  `json_build_object('id', ${of}.id, 'number', ${of}.number, 'name', ${of}.name, 'town', ${of}.town, 'zone', ${of}.zone)`
const contests = `SELECT c.id, json_build_object('id', asset.id, 'name', asset.name, 'number', asset.number, 'platform', asset.platform) AS asset, ${side('owner')} AS owner, ${side('claimant')} AS claimant,
    json_build_object('id', person.id, 'name', person.name, 'address', main.address) AS by, c.called, c.means_id AS means, c.reason, c.began_at AS began, c.ends_at AS ends, c.told,
    c.ended_at AS ended, c.outcome, CASE WHEN ender.id IS NULL THEN NULL ELSE json_build_object('name', ender.name, 'address', reached.address) END AS "endedBy", c.why, c.handover_id AS handover
  FROM contest c JOIN asset ON asset.id = c.asset_id JOIN business owner ON owner.id = c.owner_id JOIN business claimant ON claimant.id = c.claimant_id
    JOIN person ON person.id = c.begun_by JOIN person_address main ON main.person_id = person.id AND main.main
    LEFT JOIN person ender ON ender.id = c.ended_by LEFT JOIN person_address reached ON reached.person_id = ender.id AND reached.main`

const instant = (date: Date) => Temporal.Instant.fromEpochMilliseconds(date.getTime())

async function read(manager: EntityManager, rest: string, values: unknown[]): Promise<Contest[]> {
  const rows = (await manager.query(`${contests} ${rest}`, values)) as (Omit<Contest, 'began' | 'ends' | 'ended'> & {
    began: Date
    ends: Date
    ended: Date | null
  })[]
  return rows.map(row => ({
    ...row,
    began: instant(row.began),
    ends: instant(row.ends),
    ended: row.ended && instant(row.ended),
  }))
}

export async function findContest(manager: EntityManager, id: string): Promise<Contest | null> {
  return (await read(manager, 'WHERE c.id = $1', [id]))[0] ?? null
}

/** Those that a business is part of, the newest first; the ones under way alone where wanted. */
export async function contestsOf(
  manager: EntityManager,
  business: string,
  { isOpen, after, limit }: { readonly isOpen: boolean; readonly after: string | null; readonly limit: number },
): Promise<Contest[]> {
  return read(
    manager,
    'WHERE (c.owner_id = $1 OR c.claimant_id = $1) AND (NOT $2 OR c.ended_at IS NULL) AND ($3::uuid IS NULL OR c.id < $3) ORDER BY c.id DESC LIMIT $4',
    [business, isOpen, after, limit],
  )
}

/** The newest time that an asset was contested: by anybody, or by one business. */
export async function newestContest(
  manager: EntityManager,
  asset: string,
  claimant: string | null,
): Promise<Contest | null> {
  const found = await read(
    manager,
    'WHERE c.asset_id = $1 AND ($2::uuid IS NULL OR c.claimant_id = $2) ORDER BY c.began_at DESC LIMIT 1',
    [asset, claimant],
  )
  return found[0] ?? null
}

export async function contestsSince(manager: EntityManager, claimant: string, since: Instant): Promise<number> {
  const [row] = (await manager.query(
    'SELECT count(*)::integer AS count FROM contest WHERE claimant_id = $1 AND began_at > $2',
    [claimant, since.toString()],
  )) as { count: number }[]
  return row!.count
}

export async function openContests(manager: EntityManager): Promise<string[]> {
  const rows = (await manager.query('SELECT id FROM contest WHERE ended_at IS NULL ORDER BY began_at LIMIT 500')) as {
    id: string
  }[]
  return rows.map(row => row.id)
}

export interface ContestWanted {
  readonly asset: string
  readonly owner: string
  readonly claimant: string
  readonly by: string
  readonly called: string
  readonly means: string | null
  readonly reason: string
  readonly ends: Instant
}

export async function keepContest(change: Change, wanted: ContestWanted): Promise<string> {
  const id = newId()
  await change.manager.query(
    `INSERT INTO contest (id, asset_id, owner_id, claimant_id, begun_by, called, means_id, reason, began_at, ends_at, told)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, 1)`,
    [
      id,
      wanted.asset,
      wanted.owner,
      wanted.claimant,
      wanted.by,
      wanted.called,
      wanted.means,
      wanted.reason,
      change.now.toString(),
      wanted.ends.toString(),
    ],
  )
  return id
}

export async function noteTold(
  change: Change,
  id: string,
  { told, ends }: Pick<Contest, 'told' | 'ends'>,
): Promise<void> {
  await change.manager.query('UPDATE contest SET told = $2, ends_at = $3 WHERE id = $1', [id, told, ends.toString()])
}

export async function closeContest(
  change: Change,
  id: string,
  to: {
    readonly outcome: Outcome
    readonly by: string | null
    readonly why: string | null
    readonly handover?: string
  },
): Promise<void> {
  await change.manager.query(
    'UPDATE contest SET ended_at = $2, outcome = $3, ended_by = $4, why = $5, handover_id = $6 WHERE id = $1',
    [id, change.now.toString(), to.outcome, to.by, to.why, to.handover ?? null],
  )
}
