import {
  Temporal,
  type Action,
  type Fate,
  type Figure,
  type Instant,
  type ProposalState,
  type Tier,
  type WordsGiven,
} from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { assetsById, type Asset } from '../assets/queries.ts'
import type { Change } from '../base/change.ts'
import { getBusiness, type Business } from '../businesses/queries.ts'
import { getMeansById, type Means } from '../means/queries.ts'
import { peopleById, type KnownPerson } from '../people/queries.ts'

/** What is a handover proposal's own. */
export interface HandoverOwn {
  /** All that would go over, with what is inside of what was named. */
  readonly assets: readonly Asset[]
  readonly keeping: Tier | null
  readonly withBilling: boolean
  readonly withPeople: boolean
  /** What who sent it chose to fall, by the keys of the account's lines. */
  readonly falls: readonly string[]
  /** The account as it was sent: nobody agrees to more than that. */
  readonly sent: readonly SignedLine[]
  /** Whether it came about by contesting: its sender is who contested. */
  readonly isContested: boolean
}

export async function readHandoverProposals(
  manager: EntityManager,
  ids: readonly string[],
): Promise<Map<string, HandoverOwn>> {
  const rows = (await manager.query(
    `SELECT proposal_id AS id, asset_ids AS assets, keeping, with_billing AS "withBilling", with_people AS "withPeople", falls, sent, contested AS "isContested", (SELECT asset_names FROM handover WHERE handover.id = proposal_id) AS names FROM handover_proposal WHERE proposal_id = ANY ($1)`,
    [ids],
  )) as {
    id: string
    assets: string[]
    keeping: Tier | null
    withBilling: boolean
    withPeople: boolean
    falls: string[]
    sent: SignedLine[]
    isContested: boolean
    names: string[] | null
  }[]
  const found = await assetsById(
    manager,
    rows.flatMap(row => row.assets),
  )
  const byId = new Map(found.map(asset => [asset.id, asset]))
  return new Map(rows.map(({ id, assets, names, ...rest }) => [id, { ...rest, assets: asCalled(assets, byId, names) }]))
}

/** Assets as they were called when their handover ended: what a new owner calls them later is no business of the old one’s. */
function asCalled(ids: readonly string[], byId: ReadonlyMap<string, Asset>, names: readonly string[] | null): Asset[] {
  return ids.flatMap((id, index) => {
    const asset = byId.get(id)
    return asset ? [{ ...asset, name: names?.[index] ?? asset.name }] : []
  })
}

export async function keepHandoverProposal(change: Change, proposal: string, own: HandoverOwn): Promise<void> {
  await change.manager.query(
    `INSERT INTO handover_proposal (proposal_id, asset_ids, keeping, with_billing, with_people, falls, sent, contested) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)
     ON CONFLICT (proposal_id) DO UPDATE SET keeping = excluded.keeping, with_billing = excluded.with_billing, with_people = excluded.with_people, falls = excluded.falls, sent = excluded.sent`,
    [
      proposal,
      own.assets.map(asset => asset.id),
      own.keeping,
      own.withBilling,
      own.withPeople,
      own.falls,
      JSON.stringify(own.sent),
      own.isContested,
    ],
  )
}

/** Open proposals to hand over some of these assets. */
export async function openHandoversOf(manager: EntityManager, assets: readonly string[]): Promise<string[]> {
  const rows = (await manager.query(
    `SELECT proposal.id FROM handover_proposal own JOIN proposal ON proposal.id = own.proposal_id AND proposal.state = 'open' WHERE own.asset_ids && $1::uuid[]`,
    [assets],
  )) as { id: string }[]
  return rows.map(row => row.id)
}

/** A line of the account as both sides signed it. */
export interface SignedLine {
  readonly key: string
  readonly fate: Fate
  readonly who: string
  readonly on: string
  readonly words: string
  /** What was given, where it is a grant; its end in milliseconds. */
  readonly given: {
    readonly tier: Tier | null
    readonly actions: readonly string[]
    readonly hiding: readonly string[]
    readonly until: number | null
    readonly mayPassOn: boolean
  } | null
}

/** What was signed, as it is given. */
export function givenAsSigned({ given }: SignedLine): WordsGiven {
  const { tier, actions, hiding, until, mayPassOn } = given!
  return {
    tier,
    actions: actions as Action[],
    hiding: hiding as Figure[],
    until: until === null ? null : Temporal.Instant.fromEpochMilliseconds(until),
    mayPassOn,
  }
}

/** From the yes on: it cools off, is done in one step, or was stopped and nothing changed. */
export type CoolingState = Extract<ProposalState, 'cooling' | 'completed' | 'stopped'>

/** A handover that both sides agreed to. */
export interface Handover {
  readonly id: string
  readonly from: Business
  readonly to: Business
  readonly assets: readonly Asset[]
  readonly keeping: Tier | null
  readonly withBilling: boolean
  readonly withPeople: boolean
  readonly means: Means | null
  readonly falls: readonly string[]
  readonly signed: readonly SignedLine[]
  readonly acceptedBy: KnownPerson
  readonly acceptedAt: Instant
  readonly completesAt: Instant
  readonly state: CoolingState
  readonly endedAt: Instant | null
  readonly endedBy: KnownPerson | null
  readonly reason: string | null
  /** The assets whose platform knows its new keeper, by their ids. */
  readonly keepersTold: readonly string[]
  /** Whether it came about by contesting, and not by what its owner sent. */
  readonly isContested: boolean
}

interface Row {
  id: string
  from: string
  to: string
  assets: string[]
  keeping: Tier | null
  withBilling: boolean
  withPeople: boolean
  means: string | null
  falls: string[]
  signed: SignedLine[]
  acceptedBy: string
  acceptedAt: Date
  completesAt: Date
  state: CoolingState
  endedAt: Date | null
  endedBy: string | null
  reason: string | null
  keepersTold: string[]
  isContested: boolean
  names: string[] | null
}

const columns = `handover.id, from_id AS "from", to_id AS "to", asset_ids AS assets, keeping, with_billing AS "withBilling", with_people AS "withPeople", means_id AS means, falls, signed, accepted_by AS "acceptedBy",
  accepted_at AS "acceptedAt", completes_at AS "completesAt", proposal.state, ended_at AS "endedAt", ended_by AS "endedBy", proposal.reason, keepers_told AS "keepersTold", asset_names AS names,
  (SELECT contested FROM handover_proposal own WHERE own.proposal_id = handover.id) AS "isContested"`

export async function findHandover(manager: EntityManager, id: string): Promise<Handover | null> {
  const [row] = (await manager.query(
    `SELECT ${columns} FROM handover JOIN proposal ON proposal.id = handover.id WHERE handover.id = $1`,
    [id],
  )) as Row[]
  return row ? whole(manager, row) : null
}

async function whole(manager: EntityManager, { names, ...row }: Row): Promise<Handover> {
  const byId = new Map((await assetsById(manager, row.assets)).map(asset => [asset.id, asset]))
  const people = await peopleById(manager, [row.acceptedBy, ...(row.endedBy ? [row.endedBy] : [])])
  return {
    ...row,
    from: await getBusiness(manager, row.from),
    to: await getBusiness(manager, row.to),
    assets: asCalled(row.assets, byId, names),
    means: row.means ? await getMeansById(manager, row.means) : null,
    acceptedBy: people.get(row.acceptedBy)!,
    acceptedAt: instant(row.acceptedAt),
    completesAt: instant(row.completesAt),
    endedAt: row.endedAt && instant(row.endedAt),
    endedBy: row.endedBy ? people.get(row.endedBy)! : null,
  }
}

const instant = (date: Date): Instant => Temporal.Instant.fromEpochMilliseconds(date.getTime())

export async function beginCooling(
  change: Change,
  {
    id,
    from,
    to,
    assets,
    keeping,
    withBilling,
    withPeople,
    means,
    falls,
    signed,
    acceptedBy,
    completesAt,
  }: Omit<Handover, 'acceptedAt' | 'state' | 'endedAt' | 'endedBy' | 'reason' | 'keepersTold' | 'isContested'>,
): Promise<void> {
  const ids = assets.map(asset => asset.id)
  await change.manager.query(
    `INSERT INTO handover (id, from_id, to_id, asset_ids, keeping, with_billing, with_people, means_id, falls, signed, accepted_by, accepted_at, completes_at)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13)`,
    [
      id,
      from.id,
      to.id,
      ids,
      keeping,
      withBilling,
      withPeople,
      means?.id ?? null,
      falls,
      JSON.stringify(signed),
      acceptedBy.id,
      change.now.toString(),
      completesAt.toString(),
    ],
  )
  await change.manager.query('UPDATE asset SET handover_id = $1 WHERE id = ANY ($2)', [id, ids])
}

/** Ends the cooling-off of a handover: its assets are free for another. */
export async function endCooling(change: Change, id: string, by: string | null): Promise<void> {
  await change.manager.query(
    `UPDATE handover SET ended_at = $2, ended_by = $3,
      asset_names = ARRAY(SELECT asset.name FROM unnest(asset_ids) WITH ORDINALITY AS named (id, place) JOIN asset ON asset.id = named.id ORDER BY place) WHERE id = $1`,
    [id, change.now.toString(), by],
  )
  await change.manager.query('UPDATE asset SET handover_id = NULL WHERE handover_id = $1', [id])
}

export async function handoversDue(manager: EntityManager, at: Instant): Promise<string[]> {
  const rows = (await manager.query(
    `SELECT id FROM handover WHERE ended_at IS NULL AND completes_at <= $1 ORDER BY completes_at LIMIT 100`,
    [at.toString()],
  )) as { id: string }[]
  return rows.map(row => row.id)
}

/** Handovers that complete before an instant and of which that was not told yet. */
export async function handoversSoon(manager: EntityManager, before: Instant): Promise<string[]> {
  const rows = (await manager.query(
    `SELECT id FROM handover WHERE ended_at IS NULL AND NOT told_soon AND completes_at <= $1 LIMIT 100`,
    [before.toString()],
  )) as { id: string }[]
  return rows.map(row => row.id)
}

export async function noteToldSoon(change: Change, id: string): Promise<boolean> {
  const [rows] = (await change.manager.query(
    'UPDATE handover SET told_soon = true WHERE id = $1 AND NOT told_soon RETURNING id',
    [id],
  )) as [unknown[], number]
  return rows.length === 1
}

/** A handover as a list tells it. */
export interface HandoverInList {
  readonly id: string
  readonly state: CoolingState
  readonly assets: readonly string[]
  readonly from: { readonly number: string; readonly name: string }
  readonly to: { readonly number: string; readonly name: string }
  readonly completesAt: Instant
  readonly endedAt: Instant | null
}

/** Handovers of a business, those that were sent to it and those it sent, the newest first: in one query. */
export async function handoversOf(
  manager: EntityManager,
  business: string,
  { isCooling, after, limit }: { readonly isCooling: boolean; readonly after: string | null; readonly limit: number },
): Promise<HandoverInList[]> {
  const rows = (await manager.query(
    `SELECT handover.id, proposal.state, handover.completes_at AS "completesAt", handover.ended_at AS "endedAt",
      json_build_object('number', old.number, 'name', old.name) AS "from", json_build_object('number', new.number, 'name', new.name) AS "to",
      coalesce(handover.asset_names, ARRAY(SELECT asset.name FROM asset WHERE asset.id = ANY (handover.asset_ids) ORDER BY asset.name)) AS assets
     FROM handover JOIN proposal ON proposal.id = handover.id JOIN business old ON old.id = handover.from_id JOIN business new ON new.id = handover.to_id
     WHERE (handover.from_id = $1 OR handover.to_id = $1) AND (NOT $2 OR handover.ended_at IS NULL) AND ($3::uuid IS NULL OR handover.id < $3)
     ORDER BY handover.id DESC LIMIT $4`,
    [business, isCooling, after, limit],
  )) as (Omit<HandoverInList, 'completesAt' | 'endedAt'> & { completesAt: Date; endedAt: Date | null })[]
  return rows.map(row => ({
    ...row,
    completesAt: instant(row.completesAt),
    endedAt: row.endedAt && instant(row.endedAt),
  }))
}

/** Completed handovers of which not all platforms know the new keeper yet. */
export async function handoversUntold(manager: EntityManager): Promise<string[]> {
  const rows = (await manager.query(
    `SELECT handover.id FROM handover JOIN proposal ON proposal.id = handover.id AND proposal.state = 'completed'
      WHERE handover.ended_at IS NOT NULL AND cardinality(keepers_told) < cardinality(asset_ids) ORDER BY handover.ended_at LIMIT 100`,
  )) as { id: string }[]
  return rows.map(row => row.id)
}

export async function noteKeeperTold(change: Change, id: string, asset: string): Promise<void> {
  await change.manager.query(
    'UPDATE handover SET keepers_told = array_append(keepers_told, $2::uuid) WHERE id = $1 AND NOT keepers_told @> ARRAY[$2::uuid]',
    [id, asset],
  )
}

/** A handover that a business is part of; null where it is none of its own. */
export async function findPartOf(manager: EntityManager, business: string, id: string): Promise<Handover | null> {
  const handover = await findHandover(manager, id)
  return handover && [handover.from.id, handover.to.id].includes(business) ? handover : null
}

/** What one side has agreed to anew, while the other has not agreed to the same; as long as who agreed is its admin. */
export async function findSigning(
  manager: EntityManager,
  id: string,
  business: string,
): Promise<readonly SignedLine[] | null> {
  const [row] = (await manager.query(
    `SELECT signed FROM handover_signing JOIN membership ON membership.business_id = handover_signing.business_id AND membership.person_id = signed_by
       AND membership.standing = 'admin' AND membership.paused_at IS NULL AND membership.frozen_at IS NULL
     WHERE handover_id = $1 AND handover_signing.business_id = $2`,
    [id, business],
  )) as { signed: SignedLine[] }[]
  return row?.signed ?? null
}

export async function keepSigning(
  change: Change,
  id: string,
  { business, by, lines }: { readonly business: string; readonly by: string; readonly lines: readonly SignedLine[] },
): Promise<void> {
  await change.manager.query(
    `INSERT INTO handover_signing (handover_id, business_id, signed, signed_by) VALUES ($1, $2, $3, $4)
     ON CONFLICT (handover_id, business_id) DO UPDATE SET signed = excluded.signed, signed_by = excluded.signed_by`,
    [id, business, JSON.stringify(lines), by],
  )
}

/** Both have signed that from now on. */
export async function keepSigned(change: Change, id: string, lines: readonly SignedLine[]): Promise<void> {
  await change.manager.query('UPDATE handover SET signed = $2 WHERE id = $1', [id, JSON.stringify(lines)])
  await change.manager.query('DELETE FROM handover_signing WHERE handover_id = $1', [id])
}
