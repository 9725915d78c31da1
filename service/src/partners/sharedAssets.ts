import {
  describeLevel,
  highestTierWithin,
  kinds,
  reachOf,
  sayLevel,
  sayPath,
  type AccessFacts,
  type Kind,
} from '@famiglia/core'
import type { Room } from '../base/room.ts'
import { cutPage, readCursor } from '../base/page.ts'
import { asUnstopped } from '../grants/mayGive.ts'

/** One asset that a business holds from another, with what it has there: the ceiling for its people. */
export interface SharedAsset {
  readonly number: string
  readonly kind: Kind
  readonly noun: string
  readonly text: string
  readonly name: string
  readonly owner: { readonly number: string; readonly name: string }
  readonly tier: string | null
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
  /** The grant on the asset itself, to change or end. */
  readonly grant: string | null
}

const held = `
  WITH direct AS (
    SELECT coalesce(g.asset_id, inside.asset_id) AS id FROM access_grant g LEFT JOIN bundle_asset inside ON inside.bundle_id = g.bundle_id
    WHERE g.partner_id = $2 AND ($1::uuid IS NULL OR g.business_id = $1) AND g.ended_at IS NULL),
  all_of AS (SELECT id FROM direct WHERE id IS NOT NULL UNION SELECT asset.id FROM direct JOIN asset ON asset.inside_id = direct.id)
  SELECT asset.id, asset.name, (SELECT count(DISTINCT coalesce(g.person_id, t.person_id)) FROM access_grant g LEFT JOIN team_member t ON t.team_id = g.team_id
      WHERE g.business_id = $2 AND g.partner_id IS NULL AND g.ended_at IS NULL AND g.upstream_id IS NOT NULL
        AND g.target_id = ANY (ARRAY[asset.id, asset.inside_id] || ARRAY(SELECT bundle_id FROM bundle_asset WHERE asset_id IN (asset.id, asset.inside_id))))::integer AS staffed
  FROM all_of JOIN asset ON asset.id = all_of.id WHERE asset.archived_at IS NULL AND ($3::text IS NULL OR (asset.name, asset.id) > ($3, $4::uuid)) ORDER BY asset.name, asset.id LIMIT $5`

/** As many as one business's page shows of what goes between it and another. */
const mostBetween = 500

/**
 * What a business holds of one other's: just what any of its admins reaches by it. The same to both sides, so it is also
 * how the owner sees as the partner.
 */
export async function sharedAssets(room: Room, holder: string, giver: string): Promise<SharedAsset[]> {
  return (await pageOfShared(room, holder, giver, mostBetween, null)).items
}

/** What a business holds from all others, a page at a time by name. */
export async function heldByBusiness(
  room: Room,
  holder: string,
  limit: number,
  after: string | undefined,
): Promise<{ items: SharedAsset[]; next: string | null }> {
  return pageOfShared(room, holder, null, limit, readCursor(after))
}

async function pageOfShared(
  room: Room,
  holder: string,
  giver: string | null,
  limit: number,
  cursor: readonly unknown[] | null,
): Promise<{ items: SharedAsset[]; next: string | null }> {
  const rows = (await room.database.query(held, [
    giver,
    holder,
    cursor?.[0] ?? null,
    cursor?.[1] ?? null,
    limit + 1,
  ])) as { id: string; name: string; staffed: number }[]
  const page = cutPage(rows, limit, row => [row.name, row.id])
  const facts = await room.facts.aroundPartners(page.items.map(row => ({ business: holder, asset: row.id })))
  const items = page.items.flatMap(({ staffed }, index) => (facts[index] ? [tell(room, facts[index], staffed)] : []))
  return { items, next: page.next }
}

function tell(room: Room, facts: AccessFacts, staffed: number): SharedAsset {
  const now = room.clock.now()
  const { asset } = facts
  const { level: live, paths } = reachOf(facts, now)
  const counting = paths.filter(path => !path.stopped)
  const level = counting.length > 0 ? live : reachOf(asUnstopped(facts), now).level
  const words = describeLevel(asset.kind, level)
  const ends = counting.map(path => Math.min(...path.grants.map(grant => grant.until?.epochMilliseconds ?? Infinity)))
  const until = Math.max(...ends)
  const last = paths.map(path => path.grants.at(-1)!)
  return {
    number: asset.number,
    kind: asset.kind,
    noun: kinds[asset.kind].noun,
    text: `${asset.kind}/${asset.handle}`,
    name: asset.name,
    owner: { number: asset.owner.number, name: asset.owner.name },
    tier: highestTierWithin(asset.kind, level.actions),
    level: sayLevel(asset.kind, level),
    may: words.may,
    hidden: words.hidden,
    canSpend: words.canSpend,
    mayPassOn: last.some(grant => grant.mayPassOn),
    mayGiveAccess: words.canGiveAccess,
    until: Number.isFinite(until) ? new Date(until).toISOString() : null,
    purposes: [...new Set(last.flatMap(grant => grant.purpose ?? []))],
    stopped: counting.length > 0 || !paths[0] ? null : sayPath(facts, paths[0]),
    staffed,
    grant: last.find(grant => grant.on.id === asset.id)?.id ?? null,
  }
}
