import type { Instant } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { claims } from './records.ts'

/** A claim by which control was proven of what another business holds. */
export interface ProvenClaim {
  readonly platform: string
  readonly ref: string
  readonly provenAt: Instant
  /** What the platform calls it. */
  readonly called: string
}

/** Null where the business has no such claim, or nothing was proven by it. */
export async function findProvenClaim(
  manager: EntityManager,
  business: string,
  id: string,
): Promise<ProvenClaim | null> {
  const claim = await manager.findOneBy(claims, { id, businessId: business })
  if (!claim?.provenAt) return null
  return { platform: claim.platform, ref: claim.platformRef, provenAt: claim.provenAt, called: claim.provenName! }
}
