import type { AssetNumber, Instant, Kind } from '@famiglia/core'
import { EntitySchema } from 'typeorm'
import { column, named } from '../base/columns.ts'

export interface Asset {
  id: string
  number: AssetNumber
  businessId: string
  kind: Kind
  handle: string
  name: string
  platform: string
  /** The platform's own name for it. */
  platformRef: string
  /** Whose money is spent there, in the platform's words. */
  payment: string | null
  /** The asset that holds it, as an analytics account holds a property. */
  insideId: string | null
  broughtInAt: Instant
  broughtInBy: string
  archivedAt: Instant | null
  frozenAt: Instant | null
  version: number
}

export const assets = new EntitySchema<Asset>({
  name: 'asset',
  columns: {
    id: column.id,
    number: column.text,
    businessId: named('business_id', column.uuid),
    kind: column.text,
    handle: column.text,
    name: column.text,
    platform: column.text,
    platformRef: named('platform_ref', column.text),
    payment: { ...column.text, nullable: true },
    insideId: named('inside_id', column.uuid, true),
    broughtInAt: named('brought_in_at', column.instant),
    broughtInBy: named('brought_in_by', column.uuid),
    archivedAt: named('archived_at', column.instant, true),
    frozenAt: named('frozen_at', column.instant, true),
    version: column.whole,
  },
})
