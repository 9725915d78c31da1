import {
  Temporal,
  type AccessFacts,
  type BusinessFact,
  type GrantFact,
  type HolderFact,
  type Instant,
  type Kind,
  type MembershipFact,
  type Standing,
  type Action,
  type Figure,
  type Tier,
} from '@famiglia/core'
import type pg from 'pg'

/** Which person and which asset the facts are wanted around. */
export interface Around {
  readonly person: string
  readonly asset: string
}

/**
 * Fetches the facts around persons and assets in one round trip, by indexes only: the grants on the asset and on what
 * holds it, to the person, to their teams and to the businesses they are a member of, and what those pass on. What it
 * costs depends on these, not on how much the business has.
 */
export class FactsReader {
  constructor(private readonly pool: () => pg.Pool) {}

  /** By the person's id and the asset's number; null when either does not exist. */
  async around(person: string, assetNumber: string): Promise<AccessFacts | null> {
    return this.one('facts-by-number', byNumber, [person, assetNumber])
  }

  /** As a platform asks: by the person's id and the platform's own name for the asset. */
  async onPlatform(person: string, platform: string, ref: string): Promise<AccessFacts | null> {
    return this.one('facts-on-platform', onPlatform, [person, platform, ref])
  }

  /** For several at once, in their order; null where the person or the asset does not exist. */
  async aroundAll(pairs: readonly Around[]): Promise<(AccessFacts | null)[]> {
    if (pairs.length === 0) return []
    const values = [pairs.map(pair => pair.person), pairs.map(pair => pair.asset)]
    const { rows } = await this.pool().query<FactsRow & { place: string }>({
      name: 'facts-of-pairs',
      text: ofPairs,
      values,
    })
    const byPlace = new Map(rows.map(row => [Number(row.place), toFacts(row)]))
    return pairs.map((_pair, index) => byPlace.get(index + 1) ?? null)
  }

  private async one(name: string, text: string, values: unknown[]): Promise<AccessFacts | null> {
    const { rows } = await this.pool().query<FactsRow>({ name, text, values })
    return rows[0] ? toFacts(rows[0]) : null
  }
}

const ms = (column: string) => `(extract(epoch FROM ${column}) * 1000)::float8`
const business = (alias: string) =>
  `json_build_object('id', ${alias}.id, 'number', ${alias}.number, 'name', ${alias}.name, 'zone', ${alias}.zone, 'paused', ${alias}.paused_at IS NOT NULL)`

const memberships = `(SELECT coalesce(json_agg(json_build_object('business', membership.business_id, 'standing', membership.standing, 'paused', membership.paused_at IS NOT NULL, 'since', ${ms('membership.since')})), '[]')
  FROM membership WHERE membership.person_id = p.id)`

const grants = `(WITH RECURSIVE link AS (
    SELECT own.*, 0 AS depth FROM (
      SELECT g.* FROM access_grant g WHERE g.person_id = p.id AND g.asset_id IN (a.id, a.inside_id)
      UNION ALL SELECT g.* FROM team_member t JOIN access_grant g ON g.team_id = t.team_id AND g.asset_id IN (a.id, a.inside_id) WHERE t.person_id = p.id
      UNION ALL SELECT g.* FROM membership m JOIN access_grant g ON g.partner_id = m.business_id AND g.asset_id IN (a.id, a.inside_id) WHERE m.person_id = p.id
    ) own
    UNION ALL SELECT above.*, link.depth + 1 FROM link JOIN access_grant above ON above.id = link.upstream_id WHERE link.depth < 3
  )
  SELECT coalesce(json_agg(json_build_object('depth', link.depth, 'id', link.id, 'giver', ${business('giver')},
    'holder', json_build_object('kind', CASE WHEN link.person_id IS NOT NULL THEN 'person' WHEN link.team_id IS NOT NULL THEN 'team' ELSE 'business' END,
      'id', coalesce(link.person_id, link.team_id, link.partner_id), 'name', coalesce(held.name, team.name, partner.name)),
    'on', json_build_object('id', named.id, 'kind', named.kind, 'name', named.name),
    'tier', link.tier, 'actions', link.actions, 'hiding', link.hiding, 'from', ${ms('link.from_at')}, 'until', ${ms('link.until_at')}, 'ended', ${ms('link.ended_at')},
    'upstream', link.upstream_id, 'mayPassOn', link.may_pass_on, 'givenBy', by.name, 'purpose', link.purpose) ORDER BY link.given_at, link.id), '[]')
  FROM link JOIN business giver ON giver.id = link.business_id JOIN asset named ON named.id = link.asset_id JOIN person by ON by.id = link.given_by
    LEFT JOIN person held ON held.id = link.person_id LEFT JOIN team ON team.id = link.team_id LEFT JOIN business partner ON partner.id = link.partner_id)`

const columns = `json_build_object('id', p.id, 'name', p.name, 'paused', p.paused_at IS NOT NULL) AS person,
  json_build_object('id', a.id, 'number', a.number, 'kind', a.kind, 'handle', a.handle, 'name', a.name, 'archived', a.archived_at IS NOT NULL, 'owner', ${business('owner')}) AS asset,
  ${memberships} AS memberships, ${grants} AS grants`

const byNumber = `SELECT ${columns} FROM person p JOIN asset a ON a.number = $2 JOIN business owner ON owner.id = a.business_id WHERE p.id = $1::uuid`
const onPlatform = `SELECT ${columns} FROM person p JOIN asset a ON a.platform = $2 AND a.platform_ref = $3 JOIN business owner ON owner.id = a.business_id WHERE p.id = $1::uuid`
const ofPairs = `SELECT pair.place, ${columns} FROM unnest($1::uuid[], $2::uuid[]) WITH ORDINALITY AS pair(person, asset, place)
  JOIN person p ON p.id = pair.person JOIN asset a ON a.id = pair.asset JOIN business owner ON owner.id = a.business_id`

interface GrantJson {
  depth: number
  id: string
  giver: BusinessFact
  holder: HolderFact
  on: { id: string; kind: Kind; name: string }
  tier: Tier | null
  actions: Action[]
  hiding: Figure[]
  from: number
  until: number | null
  ended: number | null
  upstream: string | null
  mayPassOn: boolean
  givenBy: string
  purpose: string | null
}

interface FactsRow {
  person: AccessFacts['person']
  asset: AccessFacts['asset']
  memberships: { business: string; standing: Standing; paused: boolean; since: number }[]
  grants: GrantJson[]
}

function toFacts(row: FactsRow): AccessFacts {
  const memberships = row.memberships.map((membership): MembershipFact => ({
    ...membership,
    since: instant(membership.since),
  }))
  const held = row.grants.filter(grant => grant.depth === 0)
  const above = row.grants.filter(grant => grant.depth > 0)
  return { person: row.person, asset: row.asset, memberships, grants: held.map(toGrant), upstream: above.map(toGrant) }
}

function toGrant({ depth: _depth, from, until, ended, ...rest }: GrantJson): GrantFact {
  return {
    ...rest,
    from: instant(from),
    until: until === null ? null : instant(until),
    ended: ended === null ? null : instant(ended),
  }
}

function instant(epochMs: number): Instant {
  return Temporal.Instant.fromEpochMilliseconds(Math.round(epochMs))
}
