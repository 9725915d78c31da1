import type { AssetNumber, BusinessNumber, Instant, Kind } from '@famiglia/core'
import { EntitySchema } from 'typeorm'
import { column, named } from '../base/columns.ts'
import type { Means } from '../means/queries.ts'

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
  /** Who pays for an ad account, the person who answers for it, and with what; null where nothing is paid for. */
  payer: { readonly id: string; readonly number: BusinessNumber; readonly name: string } | null
  answering: { readonly id: string; readonly name: string } | null
  means: Means | null
  paidSince: Instant | null
  /** The asset that holds it, as an analytics account holds a property. */
  insideId: string | null
  broughtInAt: Instant
  broughtInBy: string
  archivedAt: Instant | null
  frozenAt: Instant | null
  /** The handover to another business that it is in: agreed, and not completed yet. */
  handoverId: string | null
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
    paidSince: named('paid_since', column.instant, true),
    insideId: named('inside_id', column.uuid, true),
    broughtInAt: named('brought_in_at', column.instant),
    broughtInBy: named('brought_in_by', column.uuid),
    archivedAt: named('archived_at', column.instant, true),
    frozenAt: named('frozen_at', column.instant, true),
    handoverId: named('handover_id', column.uuid, true),
    version: column.whole,
  },
  relations: {
    payer: paidBy('asset_payer', 'payer_id'),
    answering: paidBy('asset_answering', 'answering_id'),
    means: paidBy('means', 'means_id'),
  },
})

/** Read along with every asset: whoever tells of one tells who pays. */
function paidBy(target: string, name: string) {
  return { type: 'many-to-one', target, joinColumn: { name }, eager: true, nullable: true } as const
}

/** Of who pays no more than their names. */
export const assetPayers = new EntitySchema<NonNullable<Asset['payer']>>({
  name: 'asset_payer',
  tableName: 'business',
  columns: { id: column.id, number: column.text, name: column.text },
})
export const assetAnswering = new EntitySchema<NonNullable<Asset['answering']>>({
  name: 'asset_answering',
  tableName: 'person',
  columns: { id: column.id, name: column.text },
})
