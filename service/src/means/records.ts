import type { Instant } from '@famiglia/core'
import { EntitySchema } from 'typeorm'
import { column, named } from '../base/columns.ts'

/** A card or an account of a business that adverts are paid with; its number is known to the platform alone. */
export interface Means {
  id: string
  businessId: string
  handle: string
  name: string
  /** The last digits of its number. */
  ending: string | null
  /** The last day on which it is good, as ISO 8601 writes a date. */
  runsOut: string | null
  platform: string
  /** The platform's own name for it. */
  platformRef: string
  registeredAt: Instant
  registeredBy: string
  removedAt: Instant | null
  /** How many of the notices before it runs out have been told. */
  notices: number
}

export const means = new EntitySchema<Means>({
  name: 'means',
  columns: {
    id: column.id,
    businessId: named('business_id', column.uuid),
    handle: column.text,
    name: column.text,
    ending: { ...column.text, nullable: true },
    runsOut: named('runs_out', { type: 'date' }, true),
    platform: column.text,
    platformRef: named('platform_ref', column.text),
    registeredAt: named('registered_at', column.instant),
    registeredBy: named('registered_by', column.uuid),
    removedAt: named('removed_at', column.instant, true),
    notices: column.whole,
  },
})
