import type { Instant, Need } from '@famiglia/core'
import { EntitySchema } from 'typeorm'
import { column, named } from '../base/columns.ts'

/** A purpose that a business wrote itself. */
export interface OwnPurpose {
  id: string
  businessId: string
  name: string
  needs: Need[]
  madeAt: Instant
}

export const ownPurposes = new EntitySchema<OwnPurpose>({
  name: 'purpose',
  columns: {
    id: column.id,
    businessId: named('business_id', column.uuid),
    name: column.text,
    needs: column.json,
    madeAt: named('made_at', column.instant),
  },
})
