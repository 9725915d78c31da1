import { samePurpose, type Purpose } from '@famiglia/core'
import type { Room } from '../base/room.ts'
import type { Acting } from '../businesses/acting.ts'
import type { Grant } from '../grants/records.ts'
import type { ReadinessInWords } from '../purposes/readiness.ts'
import { readinessOfMany, type ReadinessAsked } from '../purposes/readinessOfMany.ts'
import { purposesOf } from '../purposes/records.ts'

const most = 40

/** Who was given something for a purpose and lacks something else that it takes. */
export async function readinessHoles(room: Room, acting: Acting): Promise<ReadinessInWords[]> {
  const manager = room.database.manager
  const engaged = (await manager.query(
    `SELECT DISTINCT person_id AS person, purpose FROM access_grant WHERE business_id = $1 AND ended_at IS NULL AND purpose IS NOT NULL AND person_id IS NOT NULL AND (until_at IS NULL OR until_at > $2)
     ORDER BY person_id, purpose LIMIT ${most}`,
    [acting.id, room.clock.now().toString()],
  )) as { person: string; purpose: string }[]
  if (engaged.length === 0) return []
  const purposes = await purposesOf(manager, acting.id)
  const asked = engaged.flatMap(({ person, purpose: name }): ReadinessAsked[] => {
    const purpose = purposes.find(one => samePurpose(one.name, name))
    if (!purpose) return []
    return [
      {
        person,
        purpose,
        named: (own, all) =>
          all.filter(asset => own.some(grant => grant.assetId === asset.id && isFor(grant, purpose))),
      },
    ]
  })
  return (await readinessOfMany(room, acting, asked)).filter(readiness => !readiness.ready)
}

function isFor(grant: Grant, purpose: Purpose): boolean {
  return grant.purpose !== null && samePurpose(grant.purpose, purpose.name)
}
