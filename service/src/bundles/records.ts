import type { Instant, Kind } from '@famiglia/core'
import { EntitySchema, type EntityManager } from 'typeorm'
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

/** Which assets are in bundles, by the bundle's id, in the order of their names. Archived ones are left out. */
export async function assetsInBundles(manager: EntityManager, ids: readonly string[]): Promise<Map<string, string[]>> {
  const rows = (await manager.query(
    `SELECT bundle_asset.bundle_id AS bundle, asset.id AS asset FROM bundle_asset JOIN asset ON asset.id = bundle_asset.asset_id
     WHERE bundle_asset.bundle_id = ANY($1) AND asset.archived_at IS NULL ORDER BY asset.name, asset.id`,
    [ids],
  )) as { bundle: string; asset: string }[]
  const found = new Map<string, string[]>(ids.map(id => [id, []]))
  for (const row of rows) found.get(row.bundle)?.push(row.asset)
  return found
}

export async function putIntoBundle(manager: EntityManager, bundle: string, assets: readonly string[], at: Instant) {
  await manager.query(
    'INSERT INTO bundle_asset (bundle_id, asset_id, since) SELECT $1, unnest($2::uuid[]), $3 ON CONFLICT DO NOTHING',
    [bundle, assets, at.toString()],
  )
}

/** The bundles by rule that take in a kind of asset. */
export async function bundlesForKind(manager: EntityManager, business: string, kind: Kind): Promise<Bundle[]> {
  return manager
    .createQueryBuilder(bundles, 'bundle')
    .where('bundle.businessId = :business AND :kind = ANY(bundle.kinds)', { business, kind })
    .orderBy('bundle.name')
    .getMany()
}
