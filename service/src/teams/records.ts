import type { Instant } from '@famiglia/core'
import { EntitySchema } from 'typeorm'
import { column, named } from '../base/columns.ts'

export interface Team {
  id: string
  businessId: string
  handle: string
  name: string
  madeAt: Instant
  /** A dissolved team stays for the grants and the history that name it; its handle is free again. */
  dissolvedAt: Instant | null
}

export const teams = new EntitySchema<Team>({
  name: 'team',
  columns: {
    id: column.id,
    businessId: named('business_id', column.uuid),
    handle: column.text,
    name: column.text,
    madeAt: named('made_at', column.instant),
    dissolvedAt: named('dissolved_at', column.instant, true),
  },
})
