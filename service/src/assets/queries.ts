import { kinds, nearest, printWhat, type Instant, type Kind, type Standing, type What } from '@famiglia/core'
import { In, IsNull, type EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import { assets, type Asset } from './records.ts'

export type { Asset } from './records.ts'

export interface Owner {
  readonly id: string
  readonly name: string
  /** Of who looks, where somebody does. */
  readonly standing?: Standing
}

export async function findAsset(manager: EntityManager, business: string, what: What): Promise<Asset | null> {
  if (what.by === 'number') return manager.findOneBy(assets, { businessId: business, number: what.number })
  if (what.by === 'bundle') return null
  const { kind, handle } = what
  return (await manager.findOneBy(assets, { businessId: business, kind, handle })) ?? formerly(manager, business, what)
}

/** The asset that was called so before it was renamed, as long as it is the business’s and no other took the handle. */
async function formerly(
  manager: EntityManager,
  business: string,
  { kind, handle }: { readonly kind: Kind; readonly handle: string },
): Promise<Asset | null> {
  const [former] = (await manager.query(
    'SELECT asset_id AS id FROM former_handle WHERE business_id = $1 AND kind = $2 AND handle = $3',
    [business, kind, handle],
  )) as { id: string }[]
  return former ? manager.findOneBy(assets, { id: former.id, businessId: business }) : null
}

/** The asset of a number, whoever owns it. */
export async function findAssetNumbered(manager: EntityManager, number: Asset['number']): Promise<Asset | null> {
  return manager.findOneBy(assets, { number })
}

export async function getAssetById(manager: EntityManager, id: string): Promise<Asset> {
  return manager.findOneByOrFail(assets, { id })
}

/** What stands on a platform under its own name for it, whoever brought it in. */
export async function findOnPlatform(manager: EntityManager, platform: string, ref: string): Promise<Asset | null> {
  return manager.findOneBy(assets, { platform, platformRef: ref })
}

/** Has another business, person or means of payment pay for an account, from an instant on, in the place of who did. */
export async function changePayer(
  manager: EntityManager,
  asset: string,
  to: { readonly payer: string; readonly answering: string; readonly means: string | null; readonly since: Instant },
): Promise<void> {
  await manager.query(
    'UPDATE asset SET payer_id = $2, answering_id = $3, means_id = $4, paid_since = $5 WHERE id = $1',
    [asset, to.payer, to.answering, to.means, to.since.toString()],
  )
}

/** The ad accounts that a business pays for, whoever owns them, by name. */
export async function assetsPaidBy(manager: EntityManager, business: string): Promise<Asset[]> {
  return manager.find(assets, { where: { payer: { id: business } }, order: { name: 'ASC' }, take: 2_000 })
}

/** The ad accounts for whose payment somebody answers in a business. */
export async function assetsAnsweredFor(manager: EntityManager, business: string, person: string): Promise<Asset[]> {
  return manager.find(assets, { where: { payer: { id: business }, answering: { id: person } }, order: { name: 'ASC' } })
}

/** The ad accounts that a means of payment is charged for. */
export async function assetsChargedTo(manager: EntityManager, means: readonly string[]): Promise<Asset[]> {
  return means.length === 0 ? [] : manager.find(assets, { where: { means: { id: In(means) } }, order: { name: 'ASC' } })
}

/** What lies inside some assets, as far as it is not archived, by name; at most as many as a letter can tell. */
export async function assetsInside(manager: EntityManager, outer: readonly string[]): Promise<Asset[]> {
  const where = { insideId: In([...outer]), archivedAt: IsNull() }
  return manager.find(assets, { where, order: { name: 'ASC' }, take: 500 })
}

export async function insertAsset(manager: EntityManager, asset: Asset): Promise<void> {
  await manager.insert(assets, asset)
}

export async function assetsById(manager: EntityManager, ids: readonly string[]): Promise<Asset[]> {
  return ids.length === 0 ? [] : manager.find(assets, { where: { id: In(ids) }, order: { name: 'ASC' } })
}

/** All that a business owns and has not archived, by name. */
export async function assetsOwned(manager: EntityManager, business: string): Promise<Asset[]> {
  return manager.find(assets, {
    where: { businessId: business, archivedAt: IsNull() },
    order: { name: 'ASC' },
    take: 2_000,
  })
}

/** That there is no such asset, with the nearest own name for those who see all of them: a member is told of none that they may not reach. */
export async function unknownAsset(manager: EntityManager, business: Owner, what: What): Promise<Problem> {
  if (what.by === 'number')
    return new Problem('asset.unknown', `${business.name} has no asset numbered ${what.number}.`)
  if (what.by === 'bundle') return new Problem('asset.unknown', `${business.name} has no bundle called ${what.handle}.`)
  const known = (
    business.standing === 'member'
      ? []
      : await manager.query('SELECT kind, handle FROM asset WHERE business_id = $1 ORDER BY name LIMIT 500', [
          business.id,
        ])
  ) as { kind: Kind; handle: string }[]
  const near = nearest(
    printWhat(what),
    known.map(asset => `${asset.kind}/${asset.handle}`),
  )
  const said = `There is no ${kinds[what.kind].noun} called ${what.handle} at ${business.name}.`
  return new Problem(
    'asset.unknown',
    near ? `${said} Did you mean ${near}?` : `${said} It may have to be brought in first.`,
    { nearest: near },
  )
}

/**
 * Has assets belong to another business, and tells them as they are then. They leave the old owner’s bundles and what they were
 * tied to there, and join the new one’s bundles by rule; a handle that the new owner has already gets a number.
 */
export async function handOverAssets(
  manager: EntityManager,
  { from, to, by, at }: { readonly from: string; readonly to: string; readonly by: string; readonly at: Instant },
  ids: readonly string[],
): Promise<Asset[]> {
  await manager.query(
    'DELETE FROM bundle_asset USING bundle WHERE bundle.id = bundle_asset.bundle_id AND bundle.business_id = $1 AND bundle_asset.asset_id = ANY ($2)',
    [from, ids],
  )
  await manager.query('DELETE FROM tie WHERE (one_id = ANY ($1)) <> (other_id = ANY ($1))', [ids])
  for (const asset of await assetsById(manager, ids)) {
    const taken = (await manager.query(
      'SELECT handle FROM asset WHERE business_id = $1 AND kind = $2 AND (handle = $3 OR handle LIKE $3 || $4)',
      [to, asset.kind, asset.handle, '-%'],
    )) as { handle: string }[]
    const handles = new Set(taken.map(row => row.handle))
    let handle = asset.handle
    for (let next = 2; handles.has(handle); next++) handle = `${asset.handle}-${next}`
    await manager.query(
      'UPDATE asset SET business_id = $2, handle = $3, brought_in_by = $4, version = version + 1 WHERE id = $1',
      [asset.id, to, handle, by],
    )
  }
  await manager.query(
    `INSERT INTO bundle_asset (bundle_id, asset_id, since) SELECT bundle.id, asset.id, $3 FROM bundle JOIN asset ON asset.id = ANY ($2) AND asset.kind = ANY (bundle.kinds)
     WHERE bundle.business_id = $1 ON CONFLICT DO NOTHING`,
    [to, ids, at.toString()],
  )
  return assetsById(manager, ids)
}
