import { nearest, type Instant, type Kind } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import { bundles, type Bundle } from './records.ts'

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

export async function putIntoBundle(
  manager: EntityManager,
  bundle: string,
  assets: readonly string[],
  at: Instant,
): Promise<number> {
  const put = (await manager.query(
    'INSERT INTO bundle_asset (bundle_id, asset_id, since) SELECT $1, unnest($2::uuid[]), $3 ON CONFLICT DO NOTHING RETURNING asset_id',
    [bundle, assets, at.toString()],
  )) as unknown[]
  return put.length
}

/** The bundles by rule that take in a kind of asset. */
export async function bundlesForKind(manager: EntityManager, business: string, kind: Kind): Promise<Bundle[]> {
  return manager
    .createQueryBuilder(bundles, 'bundle')
    .where('bundle.businessId = :business AND :kind = ANY(bundle.kinds)', { business, kind })
    .orderBy('bundle.name')
    .getMany()
}

export async function getBundle(
  manager: EntityManager,
  acting: { readonly id: string; readonly name: string },
  handle: string,
): Promise<Bundle> {
  const found = await manager.findOneBy(bundles, { businessId: acting.id, handle })
  if (found) return found
  const known = await manager.find(bundles, { where: { businessId: acting.id }, take: 200 })
  const near = nearest(
    handle,
    known.map(bundle => bundle.handle),
  )
  const hint = near ? ` Did you mean bundle/${near}?` : ''
  throw new Problem('bundle.unknown', `${acting.name} has no bundle called ${handle}.${hint}`, {
    nearest: near ? `bundle/${near}` : null,
  })
}
