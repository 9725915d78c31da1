import { kinds, nearest, parseWhat, printWhat, type Kind, type What } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { assets, type Asset } from './records.ts'
import { getTargetReached } from './targets.ts'

/** The acting business's asset that a sentence names. Another business's answers as one that does not exist, with the nearest own name. */
export async function getAsset(
  manager: EntityManager,
  business: Pick<Acting, 'id' | 'name'>,
  what: What,
): Promise<Asset> {
  const found = await findAsset(manager, business.id, what)
  if (found) return found
  throw await unknownAsset(manager, business, what)
}

/** An asset of the acting business's own, or one that it holds from another: `own` tells which. */
export async function getAssetReached(
  manager: EntityManager,
  acting: Pick<Acting, 'id' | 'name'>,
  text: string,
): Promise<{ asset: Asset; own: boolean }> {
  const what = readWhat(text)
  const target = await getTargetReached(manager, acting, what)
  const [asset] = target.assets
  if (!asset || target.bundleId) throw await unknownAsset(manager, acting, what)
  return { asset, own: target.held === null }
}

/** The same, from text as people write it: `ad-account/summer-crossings` or `A-2718-2818-24`. */
export async function getAssetNamed(
  manager: EntityManager,
  business: Pick<Acting, 'id' | 'name'>,
  text: string,
): Promise<Asset> {
  return getAsset(manager, business, readWhat(text))
}

function readWhat(text: string): What {
  const reading = parseWhat(text)
  if (reading.ok) return reading.what
  throw new Problem(reading.error.code, reading.error.message, { nearest: reading.error.nearest })
}

export async function findAsset(manager: EntityManager, business: string, what: What): Promise<Asset | null> {
  if (what.by === 'number') return manager.findOneBy(assets, { businessId: business, number: what.number })
  if (what.by === 'handle')
    return manager.findOneBy(assets, { businessId: business, kind: what.kind, handle: what.handle })
  return null
}

async function unknownAsset(
  manager: EntityManager,
  business: Pick<Acting, 'id' | 'name'>,
  what: What,
): Promise<Problem> {
  if (what.by === 'number')
    return new Problem('asset.unknown', `${business.name} has no asset numbered ${what.number}.`)
  if (what.by === 'bundle') return new Problem('asset.unknown', `${business.name} has no bundle called ${what.handle}.`)
  const known = (await manager.query('SELECT kind, handle FROM asset WHERE business_id = $1 ORDER BY name LIMIT 500', [
    business.id,
  ])) as { kind: Kind; handle: string }[]
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
