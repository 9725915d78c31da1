import type { Instant } from '@famiglia/core'
import { EntitySchema } from 'typeorm'
import { column, named } from '../base/columns.ts'

/** Something on a platform that a business says is its own, until the code the platform shows has proven it. */
export interface Claim {
  id: string
  businessId: string
  platform: string
  platformRef: string
  begunAt: Instant
  begunBy: string
  tries: number
  assetId: string | null
  /** When the code was right and another business held it; what the platform calls it. */
  provenAt: Instant | null
  provenName: string | null
}

export const claims = new EntitySchema<Claim>({
  name: 'claim',
  columns: {
    id: column.id,
    businessId: named('business_id', column.uuid),
    platform: column.text,
    platformRef: named('platform_ref', column.text),
    begunAt: named('begun_at', column.instant),
    begunBy: named('begun_by', column.uuid),
    tries: column.whole,
    assetId: named('asset_id', column.uuid, true),
    provenAt: named('proven_at', column.instant, true),
    provenName: named('proven_name', column.text, true),
  },
})
