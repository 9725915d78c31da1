import type { Instant, Kind } from '@famiglia/core'
import { EntitySchema } from 'typeorm'
import { column, named } from '../base/columns.ts'

export interface Bundle {
  id: string
  businessId: string
  handle: string
  name: string
  /** A bundle by rule takes in every asset of these kinds, also those that come later; one by list has none. */
  kinds: Kind[] | null
  madeAt: Instant
}

export const bundles = new EntitySchema<Bundle>({
  name: 'bundle',
  columns: {
    id: column.id,
    businessId: named('business_id', column.uuid),
    handle: column.text,
    name: column.text,
    kinds: { ...column.texts, nullable: true },
    madeAt: named('made_at', column.instant),
  },
})
