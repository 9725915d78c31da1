import { grantsIn, unlinked, type AccessFacts, type MembershipFact } from '@famiglia/core'
import type pg from 'pg'
import type { EntityManager } from 'typeorm'
import { isIdText } from '../base/id-text.ts'
import type { Kit } from '../base/kit.ts'
import type { FactsRead, KnownFacts } from '../base/known-facts.ts'
import { momentNow, type Moment } from '../base/marks.ts'
import { ownTexts } from '../base/own-texts.ts'
import type { Pair } from '../base/pair-map.ts'
import { heldOn, type GrantJson } from './grantFact.ts'
import { holdersFor } from './holdersFor.ts'
import { placesOfAsset } from './places.ts'
import { treeFacts, type TreeAboveRow } from './treeFacts.ts'

/** Which person and which asset the facts are wanted around. */
export interface Around {
  readonly person: string
  readonly asset: string
}

/**
 * Fetches the facts around persons and assets in one round trip, by indexes only: the grants on the asset, on what
 * holds it and on the bundles it is in, to the person, to their teams and to the businesses they are a member of, and
 * what those pass on. What it costs depends on these, not on how much the business has.
 */
export interface FactsReader {
  /** By the person's id and the asset's number; null when either does not exist. */
  around(person: string, assetNumber: string): Promise<AccessFacts | null>
  /** As a platform asks: by persons' ids and the platform's own names for assets, in their order. */
  onPlatform(platform: string, pairs: readonly Pair[]): Promise<(AccessFacts | null)[]>
  /** For several at once, in their order; null where the person or the asset does not exist. */
  aroundAll(pairs: readonly Around[]): Promise<(AccessFacts | null)[]>
  /** What businesses hold on assets of others, as any of their admins has it; null where either is not there. */
  aroundPartners(
    pairs: readonly { readonly business: string; readonly asset: string }[],
  ): Promise<(AccessFacts | null)[]>
}

/**
 * Facts as they are: those that were read before, where nothing has changed since, or read on the connections for decisions,
 * whose plans are made once. Within a change they are read on its own, so that what was read is still so when it holds.
 */
export function factsFrom(kit: Kit, manager: EntityManager = kit.database.manager): FactsReader {
  return new Facts(
    manager.queryRunner ? inChange(manager) : kit.known ? remembered(kit.known, kit.deciding) : readBy(kit.deciding),
  )
}

type Find = (way: Way, pairs: readonly Pair[], platform?: string) => Promise<(AccessFacts | null)[]>

class Facts implements FactsReader {
  constructor(private readonly find: Find) {}

  async around(person: string, assetNumber: string) {
    return (await this.find(byNumber, [[person, assetNumber]]))[0]!
  }

  onPlatform(platform: string, pairs: readonly Pair[]) {
    return this.find(onPlatform, pairs, platform)
  }

  aroundAll(pairs: readonly Around[]) {
    return this.find(
      ofPairs,
      pairs.map(pair => [pair.person, pair.asset]),
    )
  }

  aroundPartners(pairs: readonly { readonly business: string; readonly asset: string }[]) {
    return this.find(
      ofPartners,
      pairs.map(pair => [pair.business, pair.asset]),
    )
  }
}

const inChange =
  (manager: EntityManager): Find =>
  (way, pairs, platform) =>
    inOrder(pairs, async some => (await manager.query(way.plain, values(some, platform))) as Row[], toFacts)

const readBy =
  (pool: pg.Pool): Find =>
  (way, pairs, platform) =>
    inOrder(pairs, some => rowsOf<Row>(pool, `facts-${way.name}`, way.plain, values(some, platform)), toFacts)

const remembered =
  (known: KnownFacts, pool: pg.Pool): Find =>
  ({ name, known: text }, pairs, platform) =>
    known.of(`${name} ${platform ?? ''}`, pairs, places =>
      inOrder(
        places.map(place => pairs[place]!),
        some => rowsOf<KnownRow>(pool, `known-${name}`, text, values(some, platform)),
        factsRead,
      ),
    )

const values = (pairs: readonly Pair[], platform?: string): unknown[] => [
  pairs.map(([whose]) => whose),
  pairs.map(([, on]) => on),
  ...(platform === undefined ? [] : [platform]),
]

interface Row {
  readonly place: string
  /** As JSON. */
  readonly facts: string
}

async function rowsOf<R extends Row>(pool: pg.Pool, name: string, text: string, given: unknown[]): Promise<R[]> {
  return (await pool.query<R>({ name, text, values: given })).rows
}

/** What is read for pairs, in their order. By what is no id nobody is named, and by a text with a zero in it nothing: PostgreSQL takes none. */
async function inOrder<R extends Row, T>(
  pairs: readonly Pair[],
  rowsFor: (some: readonly Pair[]) => Promise<R[]>,
  to: (row: R) => T,
): Promise<(T | null)[]> {
  const some = pairs.filter(([whose, on]) => isIdText(whose) && !on.includes('\0'))
  const rows = some.length > 0 ? await rowsFor(some) : []
  const byPair = new Map(rows.map(row => [some[Number(row.place) - 1]!, to(row)]))
  return pairs.map(pair => byPair.get(pair) ?? null)
}

interface KnownRow extends Row, Moment {
  /** What else they were looked up by than what they name. */
  readonly also: readonly (string | null)[]
}

/** As measured on the heap: facts take twice the bytes of their text, each thing they are made of 120, and what is answered from them a thousand. */
const bytesFor = ({ facts }: KnownRow, madeOf: readonly string[]) => facts.length * 2 + madeOf.length * 120 + 1_400

const ids = /[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/g

function factsRead(row: KnownRow): FactsRead {
  const facts = toFacts(row)
  const named = new Set([...(row.facts.match(ids) ?? []), ...row.also.filter(id => id !== null)])
  // Nothing is looked up by a grant's own id: it is found by who holds it, or by what it is on.
  for (const { id } of grantsIn(facts)) named.delete(id)
  const madeOf = ownTexts([...named])
  const { records, snapshot } = row
  return { facts, madeOf, at: { records, snapshot }, bytes: bytesFor(row, madeOf) }
}

const ms = (column: string) => `(date_part('epoch', ${column}) * 1000)`
const business = (alias: string) =>
  `json_build_object('id', ${alias}.id, 'number', ${alias}.number, 'name', ${alias}.name, 'zone', ${alias}.zone, 'closed', ${alias}.closed_at IS NOT NULL)`

const memberships = `(SELECT json_agg(json_build_object('business', m.business_id, 'standing', m.standing, 'paused',
  m.paused_at IS NOT NULL, 'frozen', m.frozen_at IS NOT NULL)) FROM membership m WHERE m.person_id = p.id)`

/**
 * What stands in the row already (the person, the asset, its owner) is not looked up again: null says "the same". What
 * most decisions do not need is looked up by functions of the database, which cost nothing unless they are called. What
 * somebody was put on is passed on from a grant to their business, which stands among the grants already; only what
 * that one passes on in its turn is looked up.
 */
const grantsTo = (holders: string) => `(SELECT json_agg(json_build_object(
    'id', g.id, 'giver', CASE WHEN g.business_id <> owner.id THEN facts_business(g.business_id) END, 'holder', CASE WHEN g.holder_kind <> 'person' THEN facts_holder(g.holder_kind, g.holder_id, p.id) END,
    'on', CASE WHEN g.target_id <> a.id THEN facts_target(g.asset_id, g.bundle_id) END, 'tier', g.tier, 'actions', g.actions, 'hiding', g.hiding,
    'from', ${ms('g.from_at')}, 'until', ${ms('g.until_at')}, 'ended', ${ms('g.ended_at')}, 'upstream', g.upstream_id, 'mayPassOn', g.may_pass_on,
    'frozen', CASE WHEN g.holder_kind = 'business' THEN facts_frozen(g.business_id, g.holder_id) ELSE false END,
    'givenBy', (SELECT giving.name FROM person giving WHERE giving.id = g.given_by), 'byId', g.given_by, 'purpose', g.purpose,
    'above', CASE WHEN g.upstream_id IS NOT NULL AND g.holder_kind = 'business' THEN facts_upstream(g.upstream_id, a.id, a.inside_id) END) ORDER BY g.given_at, g.id)
  FROM access_grant g WHERE g.target_id = ANY (${placesOfAsset('a')}) AND g.holder_id = ANY (${holders}))`

const asset = `json_build_object('id', a.id, 'number', a.number, 'kind', a.kind, 'handle', a.handle, 'name', a.name, 'archived',
  a.archived_at IS NOT NULL, 'frozen', a.frozen_at IS NOT NULL, 'owner', ${business('owner')})`

/** The manager accounts it hangs under, and what the same holders have on those: looked up where there is a link at all. */
const linksTo = (
  holders: string,
) => `CASE WHEN EXISTS (SELECT FROM access_grant l WHERE l.target_id = a.id AND l.holder_kind = 'manager')
  THEN facts_links(a.id, p.id, ${holders}) END`

const facts = `json_build_object('person', json_build_object('id', p.id, 'name', p.name, 'paused', p.paused_at IS NOT NULL,
    'frozenByOwner', EXISTS (SELECT FROM outside_freeze f WHERE f.person_id = p.id AND f.business_id = owner.id)),
  'asset', ${asset}, 'memberships', ${memberships}, 'grants', ${grantsTo(holdersFor('p.id'))},
  'above', ${linksTo(holdersFor('p.id'))})`

/** A business in a person's place: what any of its admins has by it. */
const factsOfPartner = `json_build_object('person', json_build_object('id', p.id, 'name', p.name, 'paused', false, 'frozenByOwner', false),
  'asset', ${asset}, 'memberships', json_build_array(json_build_object('business', p.id, 'standing', 'admin', 'paused', false, 'frozen',
    false)), 'grants', ${grantsTo('ARRAY[p.id]')},
  'above', ${linksTo('ARRAY[p.id]')})`

/** A way of asking for facts, for several at once, in two statements: with and without what else they were looked up by. */
interface Way {
  readonly name: string
  readonly plain: string
  readonly known: string
}

function way(name: string, from: string, selected = facts, holders = holdersFor('p.id')): Way {
  return {
    name,
    plain: `SELECT pair.place, ${selected}::text AS facts ${from}`,
    known: `SELECT pair.place, ${selected}::text AS facts, ${holders} || ${placesOfAsset('a')} AS also, ${momentNow} ${from}`,
  }
}

const owned = 'JOIN business owner ON owner.id = a.business_id'
const pairs = (what: string) => `FROM unnest($1::uuid[], $2::${what}[]) WITH ORDINALITY AS pair(whose, on_what, place)`

const byNumber = way(
  'by-number',
  `${pairs('text')} JOIN person p ON p.id = pair.whose JOIN asset a ON a.number = pair.on_what ${owned}`,
)
const onPlatform = way(
  'on-platform',
  `${pairs('text')} JOIN person p ON p.id = pair.whose JOIN asset a ON a.platform = $3 AND a.platform_ref = pair.on_what ${owned}`,
)
const ofPairs = way(
  'of-pairs',
  `${pairs('uuid')} JOIN person p ON p.id = pair.whose JOIN asset a ON a.id = pair.on_what ${owned}`,
)
const ofPartners = way(
  'of-partners',
  `${pairs('uuid')} JOIN business p ON p.id = pair.whose JOIN asset a ON a.id = pair.on_what ${owned}`,
  factsOfPartner,
  'ARRAY[p.id]',
)

interface FactsRow {
  person: AccessFacts['person']
  asset: AccessFacts['asset']
  memberships: MembershipFact[] | null
  grants: GrantJson[] | null
  above: TreeAboveRow | null
}

function toFacts(row: Row): AccessFacts {
  const { person, asset, memberships, grants, above } = JSON.parse(row.facts) as FactsRow
  return {
    person,
    asset,
    memberships: memberships ?? [],
    ...heldOn(grants, person, asset),
    ...(above ? treeFacts(above, person, asset) : unlinked),
  }
}
