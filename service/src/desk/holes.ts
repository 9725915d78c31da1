import { knownPurposes, samePurpose, type Purpose } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { getBusiness } from '../businesses/queries.ts'
import { readinessAtPartner, readinessOfPartner } from '../readiness/readinessBetween.ts'
import type { Grant } from '../grants/queries.ts'
import type { ReadinessInWords } from '../readiness/readiness.ts'
import { readinessOfMany, type ReadinessAsked } from '../readiness/readinessOfMany.ts'
import { purposesOf } from '../purposes/queries.ts'

const most = 40
/** Each is asked about by itself. */
const mostPartners = 15

/**
 * Partners that were given something for a purpose and lack something else that it takes; and where the business itself
 * holds something from another for a purpose, what it lacks there.
 */
async function partnerHoles(kit: Kit, acting: Acting): Promise<ReadinessInWords[]> {
  const manager = kit.database.manager
  const engaged = (await manager.query(
    `SELECT DISTINCT CASE WHEN business_id = $1 THEN holder_id ELSE business_id END AS partner, purpose, business_id = $1 AS given FROM access_grant
     WHERE holder_kind = 'business' AND (business_id = $1 OR holder_id = $1) AND ended_at IS NULL AND purpose IS NOT NULL
       AND (until_at IS NULL OR until_at > $2)
       AND NOT EXISTS (SELECT FROM business other WHERE other.id IN (access_grant.business_id, access_grant.holder_id) AND other.closed_at IS NOT NULL)
     ORDER BY 1, 2 LIMIT ${mostPartners}`,
    [acting.id, kit.clock.now().toString()],
  )) as { partner: string; purpose: string; given: boolean }[]
  const found: ReadinessInWords[] = []
  for (const { partner: id, purpose, given } of engaged) {
    const partner = await getBusiness(manager, id)
    const known = given
      ? (await purposesOf(manager, acting.id)).some(one => samePurpose(one.name, purpose))
      : knownPurposes.some(one => samePurpose(one.name, purpose))
    if (known) found.push(await (given ? readinessOfPartner : readinessAtPartner)(kit, acting, partner, purpose))
  }
  return found.filter(readiness => !readiness.ready)
}

/** Who was given something for a purpose and lacks something else that it takes: all of them, or one person. */
async function readinessHoles(kit: Kit, acting: Acting, only: string | null): Promise<ReadinessInWords[]> {
  const manager = kit.database.manager
  const engaged = (await manager.query(
    `SELECT DISTINCT holder_id AS person, purpose FROM access_grant WHERE business_id = $1 AND holder_kind = 'person'
      AND upstream_id IS NULL AND ended_at IS NULL AND purpose IS NOT NULL AND (until_at IS NULL OR until_at > $2) AND ($3::uuid IS NULL OR holder_id = $3)
     ORDER BY person, purpose LIMIT ${most}`,
    [acting.id, kit.clock.now().toString(), only],
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
  return (await readinessOfMany(kit, acting, asked)).filter(readiness => !readiness.ready)
}

/** All that lacks something for its purpose, of people and of partners. */
export async function everyHole(kit: Kit, acting: Acting): Promise<ReadinessInWords[]> {
  const [between, own] = await Promise.all([partnerHoles(kit, acting), readinessHoles(kit, acting, null)])
  return [...between, ...own]
}

/** What somebody was given themselves and is not enough. What they do not reach is not told by its name, and what mends it is their admins' to say. */
export async function ownHoles(kit: Kit, acting: Acting): Promise<ReadinessInWords[]> {
  return readinessHoles(kit, acting, acting.live.person)
}

/** The same as its holder may read it. */
export function withoutNames(holes: readonly ReadinessInWords[]): ReadinessInWords[] {
  return holes.map(readiness => ({
    ...readiness,
    requirements: readiness.requirements.map(requirement => ({
      ...requirement,
      asset: requirement.through.length > 0 ? requirement.asset : null,
      sentence: null,
      remedy: null,
      tie: null,
    })),
  }))
}

function isFor(grant: Grant, purpose: Purpose): boolean {
  return grant.purpose !== null && samePurpose(grant.purpose, purpose.name)
}
