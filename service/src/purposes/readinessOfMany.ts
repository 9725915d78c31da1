import { scopeOf, type Purpose } from '@famiglia/core'
import { In, IsNull } from 'typeorm'
import type { Room } from '../base/room.ts'
import { cutPage, readCursor } from '../base/page.ts'
import { placesOf } from '../assets/holders.ts'
import type { Asset } from '../assets/records.ts'
import { adminsOf } from '../businesses/records.ts'
import type { Acting } from '../businesses/acting.ts'
import { assetsInScope } from '../grants/planGiving.ts'
import { grants, type Grant } from '../grants/records.ts'
import { peopleById } from '../people/records.ts'
import { tiesOf } from '../ties/records.ts'
import { holdingFrom, tellReadiness, type ReadinessInWords, type ScopedAsset } from './readiness.ts'

/** A person and a purpose, and which assets it is asked about. */
export interface ReadinessAsked {
  readonly person: string
  readonly purpose: Purpose
  named(own: readonly Grant[], all: readonly ScopedAsset[]): readonly ScopedAsset[]
}

/**
 * How ready several people are. What it costs does not grow with how many they are: assets, ties, grants and facts are
 * each fetched at once.
 */
export async function readinessOfMany(
  room: Room,
  acting: Acting,
  asked: readonly ReadinessAsked[],
): Promise<ReadinessInWords[]> {
  if (asked.length === 0) return []
  const manager = room.database.manager
  const all = await assetsInScope(manager, acting)
  const ties = await tiesOf(manager, acting.id)
  const ids = [...new Set(asked.map(({ person }) => person))]
  const people = await peopleById(manager, ids)
  const held = await manager.findBy(grants, { businessId: acting.id, personId: In(ids), endedAt: IsNull() })
  const whoCanMend = (await adminsOf(manager, acting.id)).map(admin => admin.name)

  const scoped = asked.map(one => {
    const own = held.filter(grant => grant.personId === one.person)
    const named = one.named(own, all)
    return { ...one, own, named, scope: scopeOf(one.purpose, named, all, ties) }
  })
  const pairs = scoped.flatMap(({ person, scope }) => scope.items.map(({ asset }) => ({ person, asset: asset.id })))
  const facts = await room.facts.aroundAll(pairs)
  const byPair = new Map(pairs.map((pair, index) => [`${pair.person} ${pair.asset}`, facts[index] ?? null]))
  const now = room.clock.now()

  return scoped.map(({ person, purpose, own, named, scope }) => {
    const known = people.get(person)!
    const holding = new Map(
      scope.items.map(({ asset }) => [asset.id, holdingFrom(byPair.get(`${person} ${asset.id}`) ?? null, now)]),
    )
    const { address, name } = known
    const who = { kind: 'person' as const, address, name, person: known, member: true, invitation: null }
    return tellReadiness({ business: acting, who, purpose, scope, named, holding, own, whoCanMend })
  })
}

const working = `
  SELECT person.id, person.name FROM membership JOIN person ON person.id = membership.person_id
  WHERE membership.business_id = $1 AND person.id IN (
      SELECT g.person_id FROM access_grant g WHERE g.target_id = ANY($2) AND g.person_id IS NOT NULL AND g.ended_at IS NULL
      UNION SELECT t.person_id FROM access_grant g JOIN team_member t ON t.team_id = g.team_id WHERE g.target_id = ANY($2) AND g.ended_at IS NULL)
    AND ($3::text IS NULL OR (person.name, person.id) > ($3, $4::uuid))
  ORDER BY person.name, person.id LIMIT $5`

/** How ready those are for a purpose who were given something on an asset, themselves or through a team. */
export async function readinessOn(
  room: Room,
  acting: Acting,
  asset: Asset,
  purpose: Purpose,
  { limit, after }: { limit: number; after: string | undefined },
): Promise<{ items: ReadinessInWords[]; next: string | null }> {
  const cursor = readCursor(after)
  const places = await placesOf(room.database.manager, asset)
  const rows = (await room.database.query(working, [
    acting.id,
    places,
    cursor?.[0] ?? null,
    cursor?.[1] ?? null,
    limit + 1,
  ])) as { id: string; name: string }[]
  const page = cutPage(rows, limit, row => [row.name, row.id])
  const named = [{ ...asset, inside: asset.insideId }]
  const asked = page.items.map(({ id }) => ({ person: id, purpose, named: () => named }))
  return { items: await readinessOfMany(room, acting, asked), next: page.next }
}
