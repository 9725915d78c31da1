import {
  Temporal,
  type AccessFacts,
  type BusinessFact,
  type GrantFact,
  type HolderFact,
  type Instant,
  type Kind,
  type MembershipFact,
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
  constructor(private readonly pool: pg.Pool) {}

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
    const { rows } = await this.pool.query<FactsRow & { place: string }>({
      name: 'facts-of-pairs',
      text: ofPairs,
      values,
    })
    const byPlace = new Map(rows.map(row => [Number(row.place), toFacts(row)]))
    return pairs.map((_pair, index) => byPlace.get(index + 1) ?? null)
  }

  private async one(name: string, text: string, values: unknown[]): Promise<AccessFacts | null> {
    const { rows } = await this.pool.query<FactsRow>({ name, text, values })
    return rows[0] ? toFacts(rows[0]) : null
  }
}

const ms = (column: string) => `(extract(epoch FROM ${column}) * 1000)::float8`
const business = (alias: string) =>
  `json_build_object('id', ${alias}.id, 'number', ${alias}.number, 'name', ${alias}.name, 'zone', ${alias}.zone, 'paused', ${alias}.paused_at IS NOT NULL)`

const memberships = `(SELECT json_agg(json_build_object('business', m.business_id, 'standing', m.standing, 'paused', m.paused_at IS NOT NULL)) FROM membership m WHERE m.person_id = p.id)`

/** What stands in the row already (the person, the asset, its owner) is not looked up again: null says "the same". */
const grantJson = (
  g: string,
) => `json_build_object('id', ${g}.id, 'giver', CASE WHEN ${g}.business_id <> owner.id THEN (SELECT ${business('b')} FROM business b WHERE b.id = ${g}.business_id) END,
  'holder', CASE WHEN ${g}.team_id IS NOT NULL THEN (SELECT json_build_object('kind', 'team', 'id', team.id, 'name', team.name) FROM team WHERE team.id = ${g}.team_id)
    WHEN ${g}.partner_id IS NOT NULL THEN (SELECT json_build_object('kind', 'business', 'id', b.id, 'name', b.name) FROM business b WHERE b.id = ${g}.partner_id) END,
  'on', CASE WHEN ${g}.asset_id <> a.id THEN (SELECT json_build_object('id', outer_asset.id, 'kind', outer_asset.kind, 'name', outer_asset.name) FROM asset outer_asset WHERE outer_asset.id = ${g}.asset_id) END,
  'tier', ${g}.tier, 'actions', ${g}.actions, 'hiding', ${g}.hiding, 'from', ${ms(`${g}.from_at`)}, 'until', ${ms(`${g}.until_at`)}, 'ended', ${ms(`${g}.ended_at`)},
  'upstream', ${g}.upstream_id, 'mayPassOn', ${g}.may_pass_on, 'givenBy', (SELECT giving.name FROM person giving WHERE giving.id = ${g}.given_by), 'purpose', ${g}.purpose)`

/** What a grant passes on, and what that passes on: looked up only where there is any. */
const upstream = `CASE WHEN g.upstream_id IS NOT NULL THEN (WITH RECURSIVE link AS (
    SELECT above.*, 1 AS depth FROM access_grant above WHERE above.id = g.upstream_id
    UNION ALL SELECT above.*, link.depth + 1 FROM link JOIN access_grant above ON above.id = link.upstream_id WHERE link.depth < 3
  ) SELECT json_agg(${grantJson('link')}) FROM link) END`

const grants = `(SELECT json_agg(json_build_object('grant', ${grantJson('g')}, 'upstream', ${upstream}) ORDER BY g.given_at, g.id) FROM (
    SELECT g.* FROM access_grant g WHERE g.asset_id IN (a.id, a.inside_id) AND g.holder_id = ANY (
      ARRAY[p.id] || ARRAY(SELECT t.team_id FROM team_member t WHERE t.person_id = p.id) || ARRAY(SELECT m.business_id FROM membership m WHERE m.person_id = p.id))
  ) g)`

const columns = `json_build_object('id', p.id, 'name', p.name, 'paused', p.paused_at IS NOT NULL) AS person,
  json_build_object('id', a.id, 'number', a.number, 'kind', a.kind, 'handle', a.handle, 'name', a.name, 'archived', a.archived_at IS NOT NULL, 'owner', ${business('owner')}) AS asset,
  ${memberships} AS memberships, ${grants} AS grants`

const byNumber = `SELECT ${columns} FROM person p JOIN asset a ON a.number = $2 JOIN business owner ON owner.id = a.business_id WHERE p.id = $1::uuid`
const onPlatform = `SELECT ${columns} FROM person p JOIN asset a ON a.platform = $2 AND a.platform_ref = $3 JOIN business owner ON owner.id = a.business_id WHERE p.id = $1::uuid`
const ofPairs = `SELECT pair.place, ${columns} FROM unnest($1::uuid[], $2::uuid[]) WITH ORDINALITY AS pair(person, asset, place)
  JOIN person p ON p.id = pair.person JOIN asset a ON a.id = pair.asset JOIN business owner ON owner.id = a.business_id`

interface GrantJson {
  id: string
  giver: BusinessFact | null
  holder: HolderFact | null
  on: { id: string; kind: Kind; name: string } | null
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
  memberships: MembershipFact[] | null
  grants: { grant: GrantJson; upstream: GrantJson[] | null }[] | null
}

function toFacts(row: FactsRow): AccessFacts {
  const held = row.grants ?? []
  return {
    person: row.person,
    asset: row.asset,
    memberships: row.memberships ?? [],
    grants: held.map(({ grant }) => toGrant(row, grant)),
    upstream: held.flatMap(({ upstream: above }) => (above ?? []).map(link => toGrant(row, link))),
  }
}

function toGrant(
  { person, asset }: FactsRow,
  { from, until, ended, giver, holder, on, ...rest }: GrantJson,
): GrantFact {
  return {
    ...rest,
    giver: giver ?? asset.owner,
    holder: holder ?? { kind: 'person', id: person.id, name: person.name },
    on: on ?? asset,
    from: instant(from),
    until: until === null ? null : instant(until),
    ended: ended === null ? null : instant(ended),
  }
}

function instant(epochMs: number): Instant {
  return Temporal.Instant.fromEpochMilliseconds(Math.round(epochMs))
}
