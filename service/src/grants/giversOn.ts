import { reachOf, sayPath } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Room } from '../base/room.ts'
import type { Asset } from '../assets/records.ts'
import { asUnstopped } from './mayGive.ts'
import { adminsOf } from '../businesses/records.ts'
import type { KnownPerson } from '../people/records.ts'

/** Somebody who can give access on an asset, and why. */
export interface Giver extends KnownPerson {
  readonly why: string
  readonly as: 'admin' | 'steward'
}

/**
 * People of the owning business who may be able to: admins, and who holds a grant of its that says so, by themselves, by a
 * team or on a bundle. A partner's stewards put their own people on it, and nobody of the owner's asks them.
 */
const candidates = `
  SELECT DISTINCT ON (person.name, person.id) person.id, person.name, main.address FROM (
    SELECT person_id FROM membership WHERE business_id = $2 AND standing = 'admin'
    UNION SELECT coalesce(g.person_id, t.person_id) FROM access_grant g LEFT JOIN team_member t ON t.team_id = g.team_id
      WHERE g.business_id = $2 AND g.ended_at IS NULL AND (g.tier = 'steward' OR 'access.change' = ANY(g.actions))
        AND g.target_id = ANY (ARRAY[$1::uuid, $3::uuid] || ARRAY(SELECT bundle_id FROM bundle_asset WHERE asset_id IN ($1, $3)))
  ) able JOIN person ON person.id = able.person_id JOIN person_address main ON main.person_id = person.id AND main.main
  ORDER BY person.name, person.id LIMIT 200`

/** Who can give access on an asset now, and why each. */
export async function giversOn(room: Room, manager: EntityManager, asset: Asset): Promise<Giver[]> {
  const people = (await manager.query(candidates, [asset.id, asset.businessId, asset.insideId])) as KnownPerson[]
  const facts = await room.facts.aroundAll(people.map(person => ({ person: person.id, asset: asset.id })))
  const now = room.clock.now()
  return people.flatMap((person, index) => {
    const around = facts[index] ? asUnstopped(facts[index]) : null
    const path =
      around && reachOf(around, now).paths.find(one => !one.stopped && one.level.actions.has('access.change'))
    if (!around || !path) return []
    return [
      {
        ...person,
        as: path.through === 'owner' ? ('admin' as const) : ('steward' as const),
        why: sayPath(around, path),
      },
    ]
  })
}

/**
 * Who of a business can give access on all of several assets; its admins where nobody else can, and on what it holds from
 * another business, whose ceiling its people are put beneath.
 */
export async function giversOnAll(
  room: Room,
  manager: EntityManager,
  business: string,
  assets: readonly Asset[],
): Promise<KnownPerson[]> {
  if (assets.length === 0) return adminsOf(manager, business)
  const able: KnownPerson[][] = []
  for (const asset of assets)
    able.push(asset.businessId === business ? await giversOn(room, manager, asset) : await adminsOf(manager, business))
  return able[0]!.filter(giver => able.every(others => others.some(other => other.id === giver.id)))
}
