import { isLive, mayGiveOn, reachOf, sayPath, throughOf } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Asset } from '../assets/records.ts'
import type { Kit } from '../base/kit.ts'
import { adminsOf } from '../businesses/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import { factsFrom } from './facts.ts'
import { peopleReached } from './holdersFor.ts'
import { placesOfAsset } from './places.ts'

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
    UNION SELECT reached.person_id FROM asset JOIN access_grant g ON g.target_id = ANY (${placesOfAsset('asset')}) ${peopleReached('g')}
      WHERE asset.id = $1 AND g.business_id = $2 AND g.ended_at IS NULL AND (g.tier = 'steward' OR 'access.change' = ANY(g.actions))
  ) able JOIN person ON person.id = able.person_id JOIN person_address main ON main.person_id = person.id AND main.main
  ORDER BY person.name, person.id LIMIT 200`

/** Who can give access on an asset now, and why each. */
export async function giversOn(kit: Kit, manager: EntityManager, asset: Asset): Promise<Giver[]> {
  const people = (await manager.query(candidates, [asset.id, asset.businessId])) as KnownPerson[]
  const pairs = people.map(person => ({ person: person.id, asset: asset.id }))
  const facts = await factsFrom(kit, manager).aroundAll(pairs)
  const now = kit.clock.now()
  return people.flatMap((person, index) => {
    const around = facts[index] ? mayGiveOn(facts[index], asset.businessId) : null
    const path = around && reachOf(around, now).paths.find(one => isLive(one) && one.level.actions.has('access.change'))
    if (!around || !path) return []
    const as = throughOf(path) === 'owner' ? ('admin' as const) : ('steward' as const)
    return [{ ...person, as, why: sayPath(around, path) }]
  })
}

/**
 * Who of a business can give access on all of several assets; its admins where nobody else can, and on what it holds from
 * another business, whose ceiling its people are put beneath.
 */
export async function giversOnAll(
  kit: Kit,
  manager: EntityManager,
  business: string,
  assets: readonly Asset[],
): Promise<KnownPerson[]> {
  if (assets.length === 0) return adminsOf(manager, business)
  const able: KnownPerson[][] = []
  for (const asset of assets)
    able.push(asset.businessId === business ? await giversOn(kit, manager, asset) : await adminsOf(manager, business))
  return able[0]!.filter(giver => able.every(others => others.some(other => other.id === giver.id)))
}
