import { samePurpose, scopeOf, type Purpose } from '@famiglia/core'
import { In, IsNull } from 'typeorm'
import type { Room } from '../base/room.ts'
import { adminsOf } from '../businesses/records.ts'
import type { Acting } from '../businesses/acting.ts'
import { assetsInScope } from '../grants/planGiving.ts'
import { grants, type Grant } from '../grants/records.ts'
import { peopleById } from '../people/records.ts'
import { holdingFrom, tellReadiness, type ReadinessInWords } from '../purposes/readiness.ts'
import { purposesOf } from '../purposes/records.ts'
import { tiesOf } from '../ties/records.ts'

const most = 40

/**
 * Who was given something for a purpose and lacks something else that it takes. What it costs does not grow with how many
 * there are: assets, ties, grants and facts are each fetched at once.
 */
export async function readinessHoles(room: Room, acting: Acting): Promise<ReadinessInWords[]> {
  const manager = room.database.manager
  const engaged = (await manager.query(
    `SELECT DISTINCT person_id AS person, purpose FROM access_grant WHERE business_id = $1 AND ended_at IS NULL AND purpose IS NOT NULL AND person_id IS NOT NULL AND (until_at IS NULL OR until_at > $2)
     ORDER BY person_id, purpose LIMIT ${most}`,
    [acting.id, room.clock.now().toString()],
  )) as { person: string; purpose: string }[]
  if (engaged.length === 0) return []
  const purposes = await purposesOf(manager, acting.id)
  const all = await assetsInScope(manager, acting)
  const ties = await tiesOf(manager, acting.id)
  const ids = [...new Set(engaged.map(({ person }) => person))]
  const people = await peopleById(manager, ids)
  const held = await manager.findBy(grants, { businessId: acting.id, personId: In(ids), endedAt: IsNull() })
  const whoCanMend = (await adminsOf(manager, acting.id)).map(admin => admin.name)

  const asked = engaged.flatMap(({ person, purpose: name }) => {
    const purpose = purposes.find(one => samePurpose(one.name, name))
    if (!purpose) return []
    const own = held.filter(grant => grant.personId === person)
    const named = all.filter(asset => own.some(grant => grant.assetId === asset.id && isFor(grant, purpose)))
    return [{ person, purpose, own, named, scope: scopeOf(purpose, named, all, ties) }]
  })
  const pairs = asked.flatMap(({ person, scope }) => scope.items.map(({ asset }) => ({ person, asset: asset.id })))
  const facts = await room.facts.aroundAll(pairs)
  const now = room.clock.now()
  const byPair = new Map(pairs.map((pair, index) => [`${pair.person} ${pair.asset}`, facts[index] ?? null]))

  return asked
    .map(({ person, purpose, own, named, scope }) => {
      const known = people.get(person)!
      const holding = new Map(
        scope.items.map(({ asset }) => [asset.id, holdingFrom(byPair.get(`${person} ${asset.id}`) ?? null, now)]),
      )
      const who = {
        kind: 'person' as const,
        address: known.address,
        name: known.name,
        person: known,
        member: true,
        invitation: null,
      }
      return tellReadiness({ business: acting, who, purpose, scope, named, holding, own, whoCanMend })
    })
    .filter(readiness => !readiness.ready)
}

function isFor(grant: Grant, purpose: Purpose): boolean {
  return grant.purpose !== null && samePurpose(grant.purpose, purpose.name)
}
