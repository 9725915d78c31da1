import type { AccessFacts, AssetFact, GrantFact, HolderFact, Kind, Standing } from '@famiglia/core'
import { allKinds, Temporal } from '@famiglia/core'
import type { DataSource } from 'typeorm'
import type { Acting } from '../businesses/acting.ts'

/** The business's assets as the columns of the grid, with what contains what. */
export interface GridColumns {
  readonly assets: readonly (AssetFact & { readonly inside: string | null })[]
  /** Which assets a target reaches: itself and what it holds, or all of a bundle. */
  readonly reachedBy: ReadonlyMap<string, readonly number[]>
}

interface ColumnRow {
  id: string
  number: string
  kind: Kind
  handle: string
  name: string
  frozen: boolean
  inside_id: string | null
  bundles: string[]
}

export const mostColumns = 1_000

export async function readColumns(database: DataSource, acting: Acting): Promise<GridColumns> {
  const rows = (await database.query(
    `SELECT asset.id, asset.number, asset.kind, asset.handle, asset.name, asset.frozen_at IS NOT NULL AS frozen, asset.inside_id,
       ARRAY(SELECT bundle_id FROM bundle_asset WHERE asset_id IN (asset.id, asset.inside_id)) AS bundles
     FROM asset WHERE asset.business_id = $1 AND asset.archived_at IS NULL ORDER BY array_position($2::text[], asset.kind), asset.name, asset.id LIMIT ${mostColumns}`,
    [acting.id, allKinds],
  )) as ColumnRow[]
  const owner = { id: acting.id, number: acting.number, name: acting.name, zone: acting.zone, paused: false }
  const reachedBy = new Map<string, number[]>()
  rows.forEach((row, index) => {
    for (const target of [row.id, ...(row.inside_id ? [row.inside_id] : []), ...row.bundles])
      reachedBy.set(target, [...(reachedBy.get(target) ?? []), index])
  })
  const assets = rows.map(({ inside_id, bundles: _bundles, ...row }) => ({
    ...row,
    archived: false,
    owner,
    inside: inside_id,
  }))
  return { assets, reachedBy }
}

/** A grant as a row of the grid needs it. */
interface GridGrant {
  id: string
  target: string
  onBundle: boolean
  team: string | null
  teamName: string | null
  tier: GrantFact['tier']
  actions: GrantFact['actions']
  hiding: GrantFact['hiding']
  from: number
  until: number | null
}

export interface GridPerson {
  readonly id: string
  readonly name: string
  readonly address: string
  readonly standing: Standing
  readonly paused: boolean
  readonly frozen: boolean
  readonly secondProof: boolean
  readonly grants: readonly GridGrant[] | null
}

export interface GridTeam {
  readonly id: string
  readonly name: string
  readonly handle: string
  readonly members: number
  readonly grants: readonly GridGrant[] | null
}

const grantJson = (
  holder: string,
) => `(SELECT json_agg(json_build_object('id', g.id, 'target', g.target_id, 'onBundle', g.bundle_id IS NOT NULL, 'team', g.team_id, 'teamName', holding.name,
    'tier', g.tier, 'actions', g.actions, 'hiding', g.hiding, 'from', date_part('epoch', g.from_at) * 1000, 'until', date_part('epoch', g.until_at) * 1000))
  FROM access_grant g LEFT JOIN team holding ON holding.id = g.team_id WHERE g.business_id = $1 AND g.ended_at IS NULL AND g.holder_id = ANY (${holder})) AS grants`

const people = `
  SELECT person.id, person.name, main.address, membership.standing, membership.paused_at IS NOT NULL OR person.paused_at IS NOT NULL AS paused, membership.frozen_at IS NOT NULL AS frozen,
    person.totp_sealed IS NOT NULL OR EXISTS (SELECT FROM passkey WHERE passkey.person_id = person.id) AS "secondProof",
    ${grantJson('ARRAY[person.id] || ARRAY(SELECT team_id FROM team_member WHERE person_id = person.id)')}
  FROM membership JOIN person ON person.id = membership.person_id JOIN person_address main ON main.person_id = person.id AND main.main
  WHERE membership.business_id = $1 AND ($2::text IS NULL OR (person.name, person.id) > ($2, $3::uuid)) AND ($4::text IS NULL OR person.name ILIKE '%' || $4 || '%' OR main.address ILIKE '%' || $4 || '%')`
const peopleInOrder = 'ORDER BY person.name, person.id LIMIT $5'

const teams = `
  SELECT team.id, team.name, team.handle, (SELECT count(*) FROM team_member WHERE team_id = team.id)::integer AS members, ${grantJson('ARRAY[team.id]')}
  FROM team WHERE team.business_id = $1 AND team.dissolved_at IS NULL AND ($2::text IS NULL OR (team.name, team.id) > ($2, $3::uuid)) AND ($4::text IS NULL OR team.name ILIKE '%' || $4 || '%')
  ORDER BY team.name, team.id LIMIT $5`

export interface GridPage {
  readonly after: readonly unknown[] | null
  readonly find: string | null
  readonly limit: number
}

/** What the records can leave out by themselves, before rows are made: who has a second proof, works here, holds on. */
export type Narrowing =
  | { readonly to: 'no second proof' }
  | { readonly to: 'outside people'; readonly homes: readonly string[] }
  | { readonly to: 'ending before'; readonly instant: string }

/** A page of people with all their grants, in one query. */
export async function readPeople(
  database: DataSource,
  business: string,
  page: GridPage,
  narrowing: Narrowing | null,
): Promise<GridPerson[]> {
  const [condition, ...values] = narrowing ? conditionOf(narrowing) : ['']
  return database.query(`${people} ${condition} ${peopleInOrder}`, [...valuesOf(business, page), ...values])
}

function conditionOf(narrowing: Narrowing): [string, ...unknown[]] {
  if (narrowing.to === 'no second proof')
    return ['AND person.totp_sealed IS NULL AND NOT EXISTS (SELECT FROM passkey WHERE passkey.person_id = person.id)']
  if (narrowing.to === 'outside people')
    return [`AND split_part(main.address, '@', 2) <> ALL ($6::text[])`, narrowing.homes]
  return [
    `AND EXISTS (SELECT FROM access_grant g WHERE g.business_id = $1 AND g.ended_at IS NULL AND g.until_at < $6
       AND g.holder_id = ANY (ARRAY[person.id] || ARRAY(SELECT team_id FROM team_member WHERE person_id = person.id)))`,
    narrowing.instant,
  ]
}

export async function readTeams(database: DataSource, business: string, page: GridPage): Promise<GridTeam[]> {
  return database.query(teams, valuesOf(business, page))
}

function valuesOf(business: string, { after, find, limit }: GridPage): unknown[] {
  return [business, after?.[0] ?? null, after?.[1] ?? null, find?.replace(/[\\%_]/g, '\\$&') ?? null, limit]
}

/** The facts around one holder, for each asset that a grant of theirs reaches: nothing more is asked of the records. */
export function factsByColumn(
  { assets, reachedBy }: GridColumns,
  person: AccessFacts['person'],
  membership: { standing: Standing; paused: boolean; frozen: boolean },
  grants: readonly GridGrant[],
): Map<number, AccessFacts> {
  const byColumn = new Map<number, GrantFact[]>()
  for (const grant of grants)
    for (const column of reachedBy.get(grant.target) ?? []) {
      const facts = byColumn.get(column) ?? []
      facts.push(toFact(grant, assets[column]!, person))
      byColumn.set(column, facts)
    }
  return new Map(
    [...byColumn].map(([column, held]) => {
      const asset = assets[column]!
      const memberships = [{ business: asset.owner.id, ...membership }]
      return [column, { person, asset, memberships, grants: held, upstream: [] }]
    }),
  )
}

function toFact(grant: GridGrant, asset: AssetFact, person: AccessFacts['person']): GrantFact {
  const holder: HolderFact = grant.team
    ? { kind: 'team', id: grant.team, name: grant.teamName ?? '' }
    : { kind: 'person', id: person.id, name: person.name }
  return {
    id: grant.id,
    giver: asset.owner,
    holder,
    on: grant.onBundle
      ? { id: grant.target, kind: 'bundle', name: '' }
      : { id: grant.target, kind: asset.kind, name: asset.name },
    tier: grant.tier,
    actions: grant.actions,
    hiding: grant.hiding,
    from: Temporal.Instant.fromEpochMilliseconds(Math.round(grant.from)),
    until: grant.until === null ? null : Temporal.Instant.fromEpochMilliseconds(Math.round(grant.until)),
    ended: null,
    upstream: null,
    holdsAsset: true,
    frozen: false,
    mayPassOn: false,
    givenBy: '',
    purpose: null,
  }
}
