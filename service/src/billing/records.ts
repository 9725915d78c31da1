import { Temporal, type Instant } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { v7 as newId } from 'uuid'
import { assetsById, type Asset } from '../assets/queries.ts'
import type { Change } from '../base/change.ts'
import { businessesById, type Business } from '../businesses/queries.ts'
import { getMeansById, type Means } from '../means/queries.ts'
import { peopleById, type KnownPerson } from '../people/queries.ts'

/** A change of who pays: planned for an instant, then asked of the platform, then done or refused; or called off before. */
export interface PayerChange {
  readonly id: string
  readonly asset: Asset
  readonly payer: Business
  readonly answering: KnownPerson
  readonly means: Means
  readonly at: Instant
  readonly state: 'planned' | 'asking' | 'done' | 'refused' | 'cancelled'
  readonly saidBy: KnownPerson
}

interface Row {
  id: string
  asset: string
  payer: string
  answering: string
  means: string
  at: Date
  state: PayerChange['state']
  saidBy: string
}

const columns = `id, asset_id AS asset, payer_id AS payer, answering_id AS answering, means_id AS means, at, state, said_by AS "saidBy"`
const isPending = `state IN ('planned', 'asking')`

export async function findPayerChange(manager: EntityManager, id: string): Promise<PayerChange | null> {
  const [found] = await whole(manager, `SELECT ${columns} FROM billing_change WHERE id = $1`, [id])
  return found ?? null
}

/** The changes that are still to come of accounts, by the accounts' ids: one each at most. */
export async function pendingChanges(
  manager: EntityManager,
  accounts: readonly string[],
): Promise<Map<string, PayerChange>> {
  const found = await whole(
    manager,
    `SELECT ${columns} FROM billing_change WHERE asset_id = ANY ($1) AND ${isPending}`,
    [accounts],
  )
  return new Map(found.map(one => [one.asset.id, one]))
}

/** Changes whose instant has come, the earliest first. */
export async function changesDue(manager: EntityManager, at: Instant): Promise<string[]> {
  const rows = (await manager.query(
    `SELECT id FROM billing_change WHERE ${isPending} AND at <= $1 ORDER BY at LIMIT 200`,
    [at.toString()],
  )) as { id: string }[]
  return rows.map(row => row.id)
}

export async function keepPayerChange(
  change: Change,
  wanted: {
    readonly asset: string
    readonly payer: string
    readonly answering: string
    readonly means: string
    readonly at: Instant
    readonly saidBy: string
  },
): Promise<string> {
  const id = newId()
  const { asset, payer, answering, means, at, saidBy } = wanted
  await change.manager.query(
    `INSERT INTO billing_change (id, asset_id, payer_id, answering_id, means_id, at, state, said_by, said_at) VALUES ($1, $2, $3, $4, $5, $6, 'planned', $7, $8)`,
    [id, asset, payer, answering, means, at.toString(), saidBy, change.now.toString()],
  )
  return id
}

/** Moves a change on from where it stands; false where it has left there already. */
export async function movePayerChange(
  change: Change,
  id: string,
  from: PayerChange['state'],
  to: PayerChange['state'],
): Promise<boolean> {
  const [rows] = (await change.manager.query(
    'UPDATE billing_change SET state = $3 WHERE id = $1 AND state = $2 RETURNING id',
    [id, from, to],
  )) as [unknown[], number]
  return rows.length === 1
}

async function whole(manager: EntityManager, text: string, values: unknown[]): Promise<PayerChange[]> {
  const rows = (await manager.query(text, values)) as Row[]
  if (rows.length === 0) return []
  const ids = (of: keyof Row) => rows.map(row => row[of] as string)
  const accounts = new Map((await assetsById(manager, ids('asset'))).map(one => [one.id, one]))
  const payers = await businessesById(manager, ids('payer'))
  const people = await peopleById(manager, [...ids('answering'), ...ids('saidBy')])
  const charged = new Map<string, Means>()
  for (const id of new Set(ids('means'))) charged.set(id, await getMeansById(manager, id))
  return rows.map(row => ({
    id: row.id,
    asset: accounts.get(row.asset)!,
    payer: payers.get(row.payer)!,
    answering: people.get(row.answering)!,
    means: charged.get(row.means)!,
    at: Temporal.Instant.fromEpochMilliseconds(row.at.getTime()),
    state: row.state,
    saidBy: people.get(row.saidBy)!,
  }))
}

/** What is a billing proposal's own. */
export interface BillingOwn {
  readonly asset: Asset
  /** Who paid when it was sent, and who would pay. */
  readonly wasPaidBy: Business
  readonly payer: Business
  /** Who would answer for it and with what, where who would pay sent it; else their yes says it. */
  readonly answering: KnownPerson | null
  readonly means: Means | null
  /** From when; null for at once with the yes. */
  readonly at: Instant | null
}

interface OwnRow {
  id: string
  asset: string
  was: string
  payer: string
  answering: string | null
  means: string | null
  at: Date | null
}

export async function readBillingProposals(
  manager: EntityManager,
  ids: readonly string[],
): Promise<Map<string, BillingOwn>> {
  const rows = (await manager.query(
    `SELECT proposal_id AS id, asset_id AS asset, was_paid_by AS was, payer_id AS payer, answering_id AS answering, means_id AS means, at
     FROM billing_proposal WHERE proposal_id = ANY ($1)`,
    [ids],
  )) as OwnRow[]
  const accounts = new Map(
    (
      await assetsById(
        manager,
        rows.map(row => row.asset),
      )
    ).map(one => [one.id, one]),
  )
  const parties = await businessesById(
    manager,
    rows.flatMap(row => [row.was, row.payer]),
  )
  const people = await peopleById(
    manager,
    rows.flatMap(row => row.answering ?? []),
  )
  const found = new Map<string, BillingOwn>()
  for (const row of rows)
    found.set(row.id, {
      asset: accounts.get(row.asset)!,
      wasPaidBy: parties.get(row.was)!,
      payer: parties.get(row.payer)!,
      answering: row.answering ? people.get(row.answering)! : null,
      means: row.means ? await getMeansById(manager, row.means) : null,
      at: row.at ? Temporal.Instant.fromEpochMilliseconds(row.at.getTime()) : null,
    })
  return found
}

export async function keepBillingProposal(change: Change, proposal: string, own: BillingOwn): Promise<void> {
  await change.manager.query(
    `INSERT INTO billing_proposal (proposal_id, asset_id, was_paid_by, payer_id, answering_id, means_id, at) VALUES ($1, $2, $3, $4, $5, $6, $7)
     ON CONFLICT (proposal_id) DO UPDATE SET was_paid_by = excluded.was_paid_by, answering_id = excluded.answering_id, means_id = excluded.means_id, at = excluded.at`,
    [
      proposal,
      own.asset.id,
      own.wasPaidBy.id,
      own.payer.id,
      own.answering?.id ?? null,
      own.means?.id ?? null,
      own.at?.toString() ?? null,
    ],
  )
}
