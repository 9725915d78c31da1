import { unlinked, type AccessFacts, type MembershipFact } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Kit } from '../base/kit.ts'
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
  /** As a platform asks: by the person's id and the platform's own name for the asset. */
  onPlatform(person: string, platform: string, ref: string): Promise<AccessFacts | null>
  /** For several at once, in their order; null where the person or the asset does not exist. */
  aroundAll(pairs: readonly Around[]): Promise<(AccessFacts | null)[]>
  /** What businesses hold on assets of others, as any of their admins has it; null where either is not there. */
  aroundPartners(
    pairs: readonly { readonly business: string; readonly asset: string }[],
  ): Promise<(AccessFacts | null)[]>
}

/**
 * Facts as they are: asked on the connections for decisions, whose plans are made once; within a change on its own, so
 * that what was read is still so when the change holds.
 */
export function factsFrom({ deciding, database }: Kit, manager: EntityManager = database.manager): FactsReader {
  const ask: Ask = manager.queryRunner
    ? async ({ text, values }) => ({ rows: (await manager.query(text, values)) as never[] })
    : statement => deciding.query(statement)
  return {
    around: (person, asset) => one(ask, 'facts-by-number', byNumber, [person, asset]),
    onPlatform: (person, platform, ref) => one(ask, 'facts-on-platform', onPlatform, [person, platform, ref]),
    aroundAll: pairs =>
      ofAll(ask, 'facts-of-pairs', ofPairs, [pairs.map(pair => pair.person), pairs.map(pair => pair.asset)]),
    aroundPartners: pairs =>
      ofAll(ask, 'facts-of-partners', ofPartners, [pairs.map(pair => pair.business), pairs.map(pair => pair.asset)]),
  }
}

type Ask = <R extends object>(statement: { name: string; text: string; values: unknown[] }) => Promise<{ rows: R[] }>

async function one(ask: Ask, name: string, text: string, values: unknown[]): Promise<AccessFacts | null> {
  const { rows } = await ask<{ facts: FactsRow }>({ name, text, values })
  return rows[0] ? toFacts(rows[0].facts) : null
}

async function ofAll(
  ask: Ask,
  name: string,
  text: string,
  values: [string[], string[]],
): Promise<(AccessFacts | null)[]> {
  if (values[0].length === 0) return []
  const { rows } = await ask<{ facts: FactsRow; place: string }>({ name, text, values })
  const byPlace = new Map(rows.map(row => [Number(row.place), toFacts(row.facts)]))
  return values[0].map((_one, index) => byPlace.get(index + 1) ?? null)
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
    'givenBy', (SELECT giving.name FROM person giving WHERE giving.id = g.given_by), 'purpose', g.purpose,
    'above', CASE WHEN g.upstream_id IS NOT NULL AND g.holder_kind = 'business' THEN facts_upstream(g.upstream_id, a.id, a.inside_id) END) ORDER BY g.given_at, g.id)
  FROM access_grant g WHERE g.target_id = ANY (${placesOfAsset('a')}) AND g.holder_id = ANY (${holders}))`

const asset = `json_build_object('id', a.id, 'number', a.number, 'kind', a.kind, 'handle', a.handle, 'name', a.name, 'archived',
  a.archived_at IS NOT NULL, 'frozen', a.frozen_at IS NOT NULL, 'owner', ${business('owner')})`

/** The manager accounts it hangs under, and what the same holders have on those: looked up where there is a link at all. */
const linksTo = (
  holders: string,
) => `CASE WHEN EXISTS (SELECT FROM access_grant l WHERE l.target_id = a.id AND l.holder_kind = 'manager')
  THEN facts_links(a.id, p.id, ${holders}) END`

/** One value for all of it: a row of one column is read faster than one of five. */
const facts = `json_build_object('person', json_build_object('id', p.id, 'name', p.name, 'paused', p.paused_at IS NOT NULL,
    'frozenByOwner', EXISTS (SELECT FROM outside_freeze f WHERE f.person_id = p.id AND f.business_id = owner.id)),
  'asset', ${asset}, 'memberships', ${memberships}, 'grants', ${grantsTo(holdersFor('p.id'))},
  'above', ${linksTo(holdersFor('p.id'))}) AS facts`

/** A business in a person's place: what any of its admins has by it. */
const factsOfPartner = `json_build_object('person', json_build_object('id', p.id, 'name', p.name, 'paused', false, 'frozenByOwner', false),
  'asset', ${asset}, 'memberships', json_build_array(json_build_object('business', p.id, 'standing', 'admin', 'paused', false, 'frozen',
    false)), 'grants', ${grantsTo('ARRAY[p.id]')},
  'above', ${linksTo('ARRAY[p.id]')}) AS facts`

const byNumber = `SELECT ${facts} FROM person p JOIN asset a ON a.number = $2 JOIN business owner ON owner.id = a.business_id WHERE p.id = $1::uuid`
const onPlatform = `SELECT ${facts} FROM person p JOIN asset a ON a.platform = $2 AND a.platform_ref = $3
  JOIN business owner ON owner.id = a.business_id WHERE p.id = $1::uuid`
const ofPairs = `SELECT pair.place, ${facts} FROM unnest($1::uuid[], $2::uuid[]) WITH ORDINALITY AS pair(person, asset, place)
  JOIN person p ON p.id = pair.person JOIN asset a ON a.id = pair.asset JOIN business owner ON owner.id = a.business_id`
const ofPartners = `SELECT pair.place, ${factsOfPartner} FROM unnest($1::uuid[], $2::uuid[]) WITH ORDINALITY AS pair(business, asset, place)
  JOIN business p ON p.id = pair.business JOIN asset a ON a.id = pair.asset JOIN business owner ON owner.id = a.business_id`

interface FactsRow {
  person: AccessFacts['person']
  asset: AccessFacts['asset']
  memberships: MembershipFact[] | null
  grants: GrantJson[] | null
  above: TreeAboveRow | null
}

function toFacts({ person, asset, memberships, grants, above }: FactsRow): AccessFacts {
  return {
    person,
    asset,
    memberships: memberships ?? [],
    ...heldOn(grants, person, asset),
    ...(above ? treeFacts(above, person, asset) : unlinked),
  }
}
