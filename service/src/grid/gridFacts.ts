import {
  Temporal,
  type AccessFacts,
  type AssetFact,
  type BusinessFact,
  type GrantFact,
  type HolderFact,
  type Instant,
  type MembershipFact,
  type Standing,
} from '@famiglia/core'
import type { DataSource } from 'typeorm'
import type { GridColumns } from './gridColumns.ts'

/** A grant as a row of the grid needs it. */
export interface GridGrant {
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
  /** The business that gave it, and the grant it passes on: of what was put on others' assets. */
  giver?: BusinessFact | null
  upstream?: string | null
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
    'tier', g.tier, 'actions', g.actions, 'hiding', g.hiding, 'from', date_part('epoch', g.from_at) * 1000, 'until', date_part('epoch', g.until_at) * 1000, 'upstream', g.upstream_id))
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

const outside = `
  WITH RECURSIVE below AS (
    SELECT g.id, g.business_id, g.partner_id, g.person_id, g.team_id FROM access_grant g WHERE g.business_id = $1 AND g.partner_id IS NOT NULL AND g.ended_at IS NULL
    UNION ALL SELECT g.id, g.business_id, g.partner_id, g.person_id, g.team_id FROM below JOIN access_grant g ON g.upstream_id = below.id AND g.ended_at IS NULL),
  reach AS (
    SELECT m.person_id, m.business_id AS of_id, NULL::uuid AS grant_id, NULL::text AS team FROM below JOIN membership m ON m.business_id = below.partner_id AND m.standing = 'admin'
    UNION SELECT coalesce(below.person_id, t.person_id), below.business_id, below.id, team.name FROM below LEFT JOIN team ON team.id = below.team_id LEFT JOIN team_member t ON t.team_id = below.team_id WHERE below.partner_id IS NULL)
  SELECT person.id, person.name, main.address, person.totp_sealed IS NOT NULL OR EXISTS (SELECT FROM passkey WHERE passkey.person_id = person.id) AS "secondProof",
    EXISTS (SELECT FROM outside_freeze f WHERE f.person_id = person.id AND f.business_id = $1) AS frozen, string_agg(DISTINCT of.name, ', ') AS of,
    (SELECT json_agg(json_build_object('business', m.business_id, 'standing', m.standing, 'paused', m.paused_at IS NOT NULL, 'frozen', m.frozen_at IS NOT NULL)) FROM membership m WHERE m.person_id = person.id AND m.business_id = ANY(array_agg(of.id))) AS memberships,
    json_agg(json_build_object('id', g.id, 'target', g.target_id, 'onBundle', g.bundle_id IS NOT NULL, 'team', g.team_id, 'teamName', reach.team, 'tier', g.tier, 'actions', g.actions, 'hiding', g.hiding,
      'from', date_part('epoch', g.from_at) * 1000, 'until', date_part('epoch', g.until_at) * 1000, 'giver', facts_business(g.business_id), 'upstream', g.upstream_id)) FILTER (WHERE g.id IS NOT NULL) AS grants
  FROM reach JOIN person ON person.id = reach.person_id JOIN person_address main ON main.person_id = person.id AND main.main JOIN business of ON of.id = reach.of_id LEFT JOIN access_grant g ON g.id = reach.grant_id
  WHERE ($2::text IS NULL OR (person.name, person.id) > ($2, $3::uuid)) AND ($4::text IS NULL OR person.name ILIKE '%' || $4 || '%' OR main.address ILIKE '%' || $4 || '%')
  GROUP BY person.id, person.name, main.address ORDER BY person.name, person.id LIMIT $5`

/** One of the people of partners, by whatever of them they reach the business's assets. */
export interface GridOutsider {
  readonly id: string
  readonly name: string
  readonly address: string
  readonly of: string
  readonly secondProof: boolean
  readonly frozen: boolean
  readonly memberships: readonly MembershipFact[] | null
  readonly grants: readonly GridGrant[] | null
}

export async function readOutsiders(database: DataSource, business: string, page: GridPage): Promise<GridOutsider[]> {
  return database.query(outside, valuesOf(business, page))
}

export interface GridPartner {
  readonly id: string
  readonly number: string
  readonly name: string
}

const partners = `
  SELECT partner.id, partner.number, partner.name FROM business partner WHERE EXISTS (SELECT FROM access_grant g WHERE g.business_id = $1 AND g.partner_id = partner.id AND g.ended_at IS NULL)
    AND ($2::text IS NULL OR (partner.name, partner.id) > ($2, $3::uuid)) AND ($4::text IS NULL OR partner.name ILIKE '%' || $4 || '%') ORDER BY partner.name, partner.id LIMIT $5`

export async function readPartnersGiven(
  database: DataSource,
  business: string,
  page: GridPage,
): Promise<GridPartner[]> {
  return database.query(partners, valuesOf(business, page))
}

/**
 * The facts around one holder, for each asset that a grant of theirs reaches, or that was given to a business of which
 * they are an admin: nothing more is asked of the records.
 */
export function factsByColumn(
  { acting, assets, reachedBy, toBusinesses }: GridColumns,
  person: AccessFacts['person'],
  memberships: readonly MembershipFact[],
  grants: readonly GridGrant[],
): Map<number, AccessFacts> {
  const byColumn = new Map<number, GrantFact[]>()
  const add = (column: number, grant: GrantFact) => byColumn.set(column, [...(byColumn.get(column) ?? []), grant])
  for (const grant of grants)
    for (const column of reachedBy.get(grant.target) ?? [])
      add(column, toFact(grant, assets[column]!, grant.giver ?? acting, person))
  const chairs = new Set(memberships.filter(held => held.standing === 'admin').map(held => held.business))
  toBusinesses.forEach((given, column) => {
    for (const grant of given) if (chairs.has(grant.holder.id)) add(column, grant)
  })
  return new Map(
    [...byColumn].map(([column, held]) => {
      const upstream = toBusinesses[column] ?? []
      return [column, { person, asset: assets[column]!, memberships, grants: held, upstream }]
    }),
  )
}

function toFact(grant: GridGrant, asset: AssetFact, giver: BusinessFact, person: AccessFacts['person']): GrantFact {
  const holder: HolderFact = grant.team
    ? { kind: 'team', id: grant.team, name: grant.teamName ?? '' }
    : { kind: 'person', id: person.id, name: person.name }
  return {
    id: grant.id,
    giver,
    holder,
    on: grant.onBundle
      ? { id: grant.target, kind: 'bundle', name: '' }
      : { id: grant.target, kind: asset.kind, name: asset.name },
    tier: grant.tier,
    actions: grant.actions,
    hiding: grant.hiding,
    from: toInstant(grant.from),
    until: grant.until === null ? null : toInstant(grant.until),
    ended: null,
    upstream: grant.upstream ?? null,
    holdsAsset: true,
    frozen: false,
    mayPassOn: false,
    givenBy: '',
    purpose: null,
  }
}

export function toInstant(epochMs: number): Instant {
  return Temporal.Instant.fromEpochMilliseconds(Math.round(epochMs))
}
