import {
  describeLevel,
  isLive,
  kinds,
  latestEnd,
  noAccess,
  printSentence,
  reachOf,
  sayPath,
  showLevel,
  unite,
  wantedOf,
  type AccessFacts,
  type Action,
  type GrantFact,
  type Kind,
  type What,
} from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { cutPage, readCursor } from '../base/page.ts'
import { factsFrom } from './facts.ts'
import { peopleReached } from './holdersFor.ts'
import { placesOfAsset } from './places.ts'

/** One asset that a business holds from another, with what it has there: the ceiling for its people. */
export interface SharedAsset {
  readonly number: string
  readonly kind: Kind
  readonly noun: string
  readonly text: string
  readonly name: string
  readonly owner: { readonly number: string; readonly name: string }
  readonly tier: string | null
  readonly named: readonly Action[]
  readonly level: string
  readonly may: string
  readonly hidden: readonly string[]
  readonly canSpend: boolean
  readonly mayPassOn: boolean
  readonly mayGiveAccess: boolean
  readonly until: string | null
  readonly purposes: readonly string[]
  /** Why it is stopped; null while it counts. */
  readonly stopped: string | null
  /** How many people the holder put on it. */
  readonly staffed: number
  /** How many of its people reach it: its admins, and whoever was put on it. */
  readonly people: number
  /** The grant on the asset itself, to change or end. */
  readonly grant: string | null
  /** That grant said again as a sentence of its giver, as written. */
  readonly said: string | null
}

const held = `
  WITH direct AS (
    SELECT coalesce(g.asset_id, inside.asset_id) AS id FROM access_grant g LEFT JOIN bundle_asset inside ON inside.bundle_id = g.bundle_id
    WHERE g.to_business_id = $2 AND ($1::uuid IS NULL OR g.business_id = $1) AND g.ended_at IS NULL),
  all_of AS (SELECT id FROM direct WHERE id IS NOT NULL UNION SELECT asset.id FROM direct JOIN asset ON asset.inside_id = direct.id)
  SELECT asset.id, asset.name, cardinality(put.on_it) AS staffed, (SELECT count(*) FROM (SELECT unnest(put.on_it)
      UNION SELECT m.person_id FROM membership m WHERE m.business_id = $2 AND m.standing = 'admin') reaching)::integer AS people
  FROM all_of JOIN asset ON asset.id = all_of.id CROSS JOIN LATERAL (SELECT ARRAY(SELECT DISTINCT reached.person_id FROM access_grant g ${peopleReached('g')}
      WHERE g.business_id = $2 AND g.ended_at IS NULL AND g.upstream_id IS NOT NULL AND g.target_id = ANY (${placesOfAsset('asset')})) AS on_it) put
  WHERE asset.archived_at IS NULL AND ($3::text IS NULL
    OR (asset.name, asset.id) > ($3, $4::uuid)) ORDER BY asset.name, asset.id LIMIT $5`

interface HeldRow extends Pick<SharedAsset, 'name' | 'staffed' | 'people'> {
  readonly id: string
}

/** As many as one business's page shows of what goes between it and another. */
const mostBetween = 500

/**
 * What a business holds of one other's: just what any of its admins reaches by it. The same to both sides, so it is also
 * how the owner sees as the partner.
 */
export async function sharedAssets(kit: Kit, holder: string, giver: string): Promise<SharedAsset[]> {
  return (await pageOfShared(kit, holder, giver, mostBetween, null)).items
}

/** What a business holds from all others, a page at a time by name. */
export async function heldByBusiness(
  kit: Kit,
  holder: string,
  limit: number,
  after: string | undefined,
): Promise<{ items: SharedAsset[]; next: string | null }> {
  return pageOfShared(kit, holder, null, limit, readCursor(after))
}

async function pageOfShared(
  kit: Kit,
  holder: string,
  giver: string | null,
  limit: number,
  cursor: readonly unknown[] | null,
): Promise<{ items: SharedAsset[]; next: string | null }> {
  const rows = (await kit.database.query(held, [
    giver,
    holder,
    cursor?.[0] ?? null,
    cursor?.[1] ?? null,
    limit + 1,
  ])) as HeldRow[]
  const page = cutPage(rows, limit, row => [row.name, row.id])
  const facts = await factsFrom(kit).aroundPartners(page.items.map(row => ({ business: holder, asset: row.id })))
  const items = page.items.flatMap((row, index) => (facts[index] ? [tell(kit, facts[index], row)] : []))
  return { items, next: page.next }
}

function tell(kit: Kit, facts: AccessFacts, { staffed, people }: HeldRow): SharedAsset {
  const now = kit.clock.now()
  const { asset } = facts
  const { level: live, paths } = reachOf(facts, now)
  const counting = paths.filter(isLive)
  const level = counting.length > 0 ? live : paths.map(path => path.level).reduce(unite, noAccess)
  const words = describeLevel(asset.kind, level)
  const last = paths.flatMap(path => path.grants.at(-1) ?? [])
  const own = last.find(grant => grant.on.id === asset.id)
  return {
    ...showLevel(asset.kind, level),
    number: asset.number,
    kind: asset.kind,
    noun: kinds[asset.kind].noun,
    text: `${asset.kind}/${asset.handle}`,
    name: asset.name,
    owner: { number: asset.owner.number, name: asset.owner.name },
    may: words.may,
    canSpend: words.canSpend,
    mayPassOn: last.some(grant => grant.holder.kind === 'business' && grant.mayPassOn),
    mayGiveAccess: words.canGiveAccess,
    until: latestEnd(counting)?.toString() ?? null,
    purposes: [...new Set(last.flatMap(grant => grant.purpose ?? []))],
    stopped: counting.length > 0 || !paths[0] ? null : sayPath(facts, paths[0]),
    staffed,
    people,
    grant: own?.id ?? null,
    said: own ? writeAgain(own, asset, words.canGiveAccess) : null,
  }
}

/** The grant on the asset itself said again by its giver, as written: where a change begins. */
function writeAgain(grant: GrantFact, asset: AccessFacts['asset'], mayGiveAccess: boolean): string | null {
  if (grant.holder.kind !== 'business') return null
  const what: What =
    grant.giver.id === asset.owner.id
      ? { by: 'handle', kind: asset.kind, handle: asset.handle }
      : { by: 'number', number: asset.number as never }
  const { purpose, mayPassOn } = grant
  const wanted = wantedOf([{ what, terms: { ...grant, from: null } }], grant.giver.zone, {
    purpose,
    mayPassOn,
    mayGiveAccess: mayGiveAccess && grant.tier === 'steward',
  })
  return printSentence({ verb: 'let', who: [{ by: 'number', number: grant.holder.number as never }], ...wanted })
}
