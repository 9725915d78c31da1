import {
  unlinked,
  type AccessFacts,
  type Action,
  type BusinessFact,
  type Figure,
  type GrantFact,
  type ManagerFact,
  type MembershipFact,
  type Standing,
  type Tier,
} from '@famiglia/core'
import type { DataSource } from 'typeorm'
import { isCalled, wordsTyped } from '../base/finding.ts'
import { grantFact, type GrantRow } from './grantFact.ts'
import type { GridColumns } from './gridColumns.ts'
import { hasSecondStep } from '../people/queries.ts'
import { selfAndTeams } from './holdersFor.ts'
import { outsideReach } from './outside.ts'

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

/**
 * The columns of a grant as a row of the grid takes them, as a list: the records write it in two thirds of the time of an
 * object, and a page has thousands.
 */
const columnsOf = (grant: string) => `json_build_array(${grant}.id, ${grant}.target_id, ${grant}.bundle_id IS NOT NULL,
    CASE WHEN ${grant}.holder_kind = 'team' THEN ${grant}.holder_id END, ${grant}.tier, ${grant}.actions, ${grant}.hiding,
    date_part('epoch', ${grant}.from_at) * 1000, date_part('epoch', ${grant}.until_at) * 1000, ${grant}.upstream_id,
    CASE WHEN ${grant}.business_id <> $1 THEN facts_business(${grant}.business_id) END)`
export type GridGrant = readonly [
  id: string,
  target: string,
  isOnBundle: boolean,
  team: string | null,
  tier: Tier | null,
  actions: Action[],
  hiding: Figure[],
  from: number,
  until: number | null,
  upstream: string | null,
  /** Null: the acting business. */
  giver: BusinessFact | null,
]

const grantsOfRow = (holders: string) => `(SELECT json_agg(${columnsOf('g')})
  FROM access_grant g WHERE g.business_id = $1 AND g.ended_at IS NULL AND g.holder_id = ANY (${holders})) AS grants`

const people = `
  SELECT person.id, person.name, main.address, membership.standing, membership.paused_at IS NOT NULL
    OR person.paused_at IS NOT NULL AS paused, membership.frozen_at IS NOT NULL AS frozen,
    ${hasSecondStep('person')} AS "secondProof", ${grantsOfRow(selfAndTeams('person.id'))}
  FROM membership JOIN person ON person.id = membership.person_id JOIN person_address main ON main.person_id = person.id AND main.main
  WHERE membership.business_id = $1
    AND ($2::text IS NULL OR (membership.standing <> 'admin', person.name COLLATE by_name, person.id) > ($6::boolean, $2, $3::uuid))
    AND ($4::text[] IS NULL OR ${isCalled('$4', 'person.name', 'main.address')})`
const adminsFirst = `ORDER BY membership.standing <> 'admin', person.name COLLATE by_name, person.id LIMIT $5`

const teams = `
  SELECT team.id, team.name, team.handle, (SELECT count(*) FROM team_member WHERE team_id = team.id)::integer AS members,
    ${grantsOfRow('ARRAY[team.id]')}
  FROM team WHERE team.business_id = $1 AND team.dissolved_at IS NULL AND ($2::text IS NULL OR (team.name COLLATE by_name, team.id) > ($2, $3::uuid))
    AND ($4::text[] IS NULL OR ${isCalled('$4', 'team.name')})
  ORDER BY team.name COLLATE by_name, team.id LIMIT $5`

export interface GridPage {
  readonly after: readonly unknown[] | null
  readonly find: string | null
  readonly limit: number
}

/** What the records can leave out by themselves, before rows are made: who has a second step, works here, holds on. */
export type Narrowing =
  | { readonly to: 'no second step' }
  | { readonly to: 'outside people'; readonly homes: readonly string[] }
  | { readonly to: 'ending before'; readonly instant: string }

/** A page of people, admins first, with all their grants, in one query. */
export async function readPeople(
  database: DataSource,
  business: string,
  page: GridPage,
  narrowing: Narrowing | null,
): Promise<GridPerson[]> {
  const [condition, ...values] = narrowing ? conditionOf(narrowing) : ['']
  const [, , behindAdmins] = page.after ?? []
  return database.query(`${people} ${condition} ${adminsFirst}`, [
    ...valuesOf(business, page),
    behindAdmins ?? null,
    ...values,
  ])
}

function conditionOf(narrowing: Narrowing): [string, ...unknown[]] {
  if (narrowing.to === 'no second step') return [`AND NOT ${hasSecondStep('person')}`]
  if (narrowing.to === 'outside people')
    return [`AND split_part(main.address, '@', 2) <> ALL ($7::text[])`, narrowing.homes]
  return [
    `AND EXISTS (SELECT FROM access_grant g WHERE g.business_id = $1 AND g.ended_at IS NULL AND g.until_at < $7
       AND g.holder_id = ANY (${selfAndTeams('person.id')}))`,
    narrowing.instant,
  ]
}

export async function readTeams(database: DataSource, business: string, page: GridPage): Promise<GridTeam[]> {
  return database.query(teams, valuesOf(business, page))
}

function valuesOf(business: string, { after, find, limit }: GridPage): unknown[] {
  return [business, after?.[0] ?? null, after?.[1] ?? null, wordsTyped(find ?? undefined), limit]
}

/** Stands in a cursor for the business itself, before its people. */
export const nobody = '00000000-0000-0000-0000-000000000000'

/** Partners by name, and beneath each its people who reach something of the business's; a person of two stands beneath both. */
const partners = `
  ${outsideReach(null)},
  line AS (
    SELECT partner.id AS of_id, partner.name AS of_name, '${nobody}'::uuid AS person_id, '' AS person_name FROM business partner
      WHERE EXISTS (SELECT FROM access_grant g WHERE g.business_id = $1 AND g.to_business_id = partner.id AND g.ended_at IS NULL)
        AND ($4::text[] IS NULL OR ${isCalled('$4', 'partner.name')})
    UNION SELECT works.id, works.name, person.id, person.name FROM reach JOIN person ON person.id = reach.person_id
      JOIN person_address main ON main.person_id = person.id AND main.main JOIN business works ON works.id = reach.of_id
      WHERE $4::text[] IS NULL OR ${isCalled('$4', 'person.name', 'main.address')}),
  page AS (SELECT * FROM line WHERE $2::text IS NULL
    OR (of_name COLLATE by_name, of_id, person_name COLLATE by_name, person_id) > ($2, $3::uuid, $6, $7::uuid)
    ORDER BY of_name COLLATE by_name, of_id, person_name COLLATE by_name, person_id LIMIT $5)
  SELECT json_build_object('id', works.id, 'number', works.number, 'name', works.name) AS of, page.person_id AS id, page.person_name AS name, main.address,
    ${hasSecondStep('person')} AS "secondProof", EXISTS (SELECT FROM outside_freeze f WHERE f.person_id = person.id AND f.business_id = $1) AS frozen,
    (SELECT json_agg(json_build_object('business', m.business_id, 'standing', m.standing, 'paused', m.paused_at IS NOT NULL, 'frozen',
      m.frozen_at IS NOT NULL)) FROM membership m WHERE m.person_id = person.id AND m.business_id = page.of_id) AS memberships,
    (SELECT json_agg(${columnsOf('g')}) FROM (SELECT DISTINCT grant_id FROM reach WHERE reach.person_id = page.person_id AND reach.of_id = page.of_id) via
      JOIN access_grant g ON g.id = via.grant_id) AS grants
  FROM page JOIN business works ON works.id = page.of_id LEFT JOIN person ON person.id = page.person_id
    LEFT JOIN person_address main ON main.person_id = person.id AND main.main
  ORDER BY page.of_name COLLATE by_name, page.of_id, page.person_name COLLATE by_name, page.person_id`

export interface GridPartner {
  readonly id: string
  readonly number: string
  readonly name: string
}

/** One of the people of partners, by whatever of theirs they reach the business's assets for that partner. */
export interface GridOutsider {
  readonly id: string
  readonly name: string
  readonly address: string
  readonly of: GridPartner
  readonly secondProof: boolean
  readonly frozen: boolean
  readonly memberships: readonly MembershipFact[] | null
  readonly grants: readonly GridGrant[] | null
}

/** A line of the partners: the business itself (`person` null), or one of its people. */
export interface PartnerLine {
  readonly of: GridPartner
  readonly person: GridOutsider | null
}

export async function readPartnersGiven(
  database: DataSource,
  business: string,
  page: GridPage,
): Promise<PartnerLine[]> {
  const [, , person, id] = page.after ?? []
  const rows = (await database.query(partners, [
    ...valuesOf(business, page),
    person ?? null,
    id ?? nobody,
  ])) as GridOutsider[]
  return rows.map(row => ({ of: row.of, person: row.id === nobody ? null : row }))
}

interface TargetedRow extends GrantRow {
  readonly target: string
}

/** Of a bundle and a team it is enough to know that it is one; what a team was given is its own in a row of the team. */
function gridGrant(grant: GridGrant, holder: string, { acting, byId }: GridColumns): TargetedRow {
  const [id, target, isOnBundle, team, tier, actions, hiding, from, until, upstream, giver] = grant
  return {
    id,
    target,
    on: isOnBundle ? { id: target, kind: 'bundle', name: '' } : (byId.get(target) ?? null),
    holder: team === null || team === holder ? null : { kind: 'team', id: team, name: '', since: null },
    tier,
    actions,
    hiding,
    from,
    until,
    upstream,
    giver: giver ?? acting,
  }
}

/**
 * The facts around one holder, for each asset that a grant of theirs reaches, or that was given to a business of which
 * they are an admin: nothing more is asked of the records.
 */
export function factsByColumn(
  columns: GridColumns,
  person: AccessFacts['person'],
  memberships: readonly MembershipFact[],
  given: readonly GridGrant[],
): Map<number, AccessFacts> {
  const { assets, reachedBy, toBusinesses, above } = columns
  const grants = given.map(grant => gridGrant(grant, person.id, columns))
  const byColumn = new Map<number, GrantFact[]>()
  const add = (column: number, grant: GrantFact) => byColumn.set(column, [...(byColumn.get(column) ?? []), grant])
  for (const grant of grants)
    for (const column of reachedBy.get(grant.target) ?? []) add(column, grantFact(grant, person, assets[column]!))
  const chairs = new Set(memberships.filter(held => held.standing === 'admin').map(held => held.business))
  toBusinesses.forEach((held, column) => {
    for (const grant of held) if (chairs.has(grant.holder.id)) add(column, grant)
  })
  const managers = managersAround(columns, person, memberships, grants)
  above.forEach((links, column) => {
    if (links.some(({ holder }) => managers.get(holder.id)?.isReached)) byColumn.set(column, byColumn.get(column) ?? [])
  })
  return new Map(
    [...byColumn].map(([column, held]) => {
      const upstream = toBusinesses[column] ?? []
      const links = above.get(column)
      const tree = links
        ? { links, managers: links.flatMap(({ holder }) => managers.get(holder.id)?.fact ?? []) }
        : unlinked
      return [column, { person, asset: assets[column]!, memberships, grants: held, upstream, ...tree }]
    }),
  )
}

/** What somebody has on the manager accounts above the columns, and whether that is anything at all. */
function managersAround(
  { managers }: GridColumns,
  person: AccessFacts['person'],
  memberships: readonly MembershipFact[],
  grants: readonly TargetedRow[],
): Map<string, { readonly fact: ManagerFact; readonly isReached: boolean }> {
  return new Map(
    managers.map(({ asset, places, toBusinesses }) => {
      const own = grants.filter(grant => places.includes(grant.target))
      const given = toBusinesses.filter(({ holder }) =>
        memberships.some(held => held.business === holder.id && held.standing === 'admin'),
      )
      const held = [...own.map(grant => grantFact(grant, person, asset)), ...given]
      const isOwners = memberships.some(one => one.business === asset.owner.id && one.standing !== 'member')
      const fact = { asset, grants: held, upstream: toBusinesses, frozenByOwner: false }
      return [asset.id, { fact, isReached: isOwners || held.length > 0 }]
    }),
  )
}
