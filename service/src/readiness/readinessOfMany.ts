import { scopeOf, type Purpose } from '@famiglia/core'
import type { Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { cutPage, readCursor } from '../base/page.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/queries.ts'
import { assetsInScope, type ScopedAsset } from '../grants/purposeScope.ts'
import { grantsToAll, type Grant } from '../grants/queries.ts'
import { peopleById } from '../people/queries.ts'
import { factsFrom } from '../reach/facts.ts'
import { peopleReached } from '../reach/holdersFor.ts'
import { placesOf } from '../reach/places.ts'
import { tiesOf } from '../ties/queries.ts'
import { holdingFrom, tellReadiness, type ReadinessInWords } from './readiness.ts'

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
  kit: Kit,
  acting: Acting,
  asked: readonly ReadinessAsked[],
): Promise<ReadinessInWords[]> {
  if (asked.length === 0) return []
  const manager = kit.database.manager
  const all = await assetsInScope(manager, acting)
  const ties = await tiesOf(manager, acting.id)
  const ids = [...new Set(asked.map(({ person }) => person))]
  const people = await peopleById(manager, ids)
  const held = await grantsToAll(manager, acting.id, 'person', ids)
  const whoCanMend = (await adminsOf(manager, acting.id)).map(admin => admin.name)

  const scoped = asked.map(one => {
    const own = held.filter(grant => grant.holderId === one.person)
    const named = one.named(own, all)
    return { ...one, own, named, scope: scopeOf(one.purpose, named, all, ties) }
  })
  const pairs = scoped.flatMap(({ person, scope }) => scope.items.map(({ asset }) => ({ person, asset: asset.id })))
  const facts = await factsFrom(kit).aroundAll(pairs)
  const byPair = new Map(pairs.map((pair, index) => [`${pair.person} ${pair.asset}`, facts[index] ?? null]))
  const now = kit.clock.now()

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
      SELECT reached.person_id FROM access_grant g ${peopleReached('g')} WHERE g.target_id = ANY($2) AND g.ended_at IS NULL)
    AND ($3::text IS NULL OR (person.name, person.id) > ($3, $4::uuid))
  ORDER BY person.name, person.id LIMIT $5`

/** How ready those are for a purpose who were given something on an asset, themselves or through a team. */
export async function readinessOn(
  kit: Kit,
  acting: Acting,
  asset: Asset,
  purpose: Purpose,
  { limit, after }: { limit: number; after: string | undefined },
): Promise<{ items: ReadinessInWords[]; next: string | null }> {
  const cursor = readCursor(after)
  const places = await placesOf(kit.database.manager, asset)
  const rows = (await kit.database.query(working, [
    acting.id,
    places,
    cursor?.[0] ?? null,
    cursor?.[1] ?? null,
    limit + 1,
  ])) as { id: string; name: string }[]
  const page = cutPage(rows, limit, row => [row.name, row.id])
  const named = [{ ...asset, inside: asset.insideId }]
  const asked = page.items.map(({ id }) => ({ person: id, purpose, named: () => named }))
  return { items: await readinessOfMany(kit, acting, asked), next: page.next }
}
