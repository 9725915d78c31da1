import { kinds, sayList, sayMany, type Kind, withArticle } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { keptAnswer, type Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { hashOf } from '../base/secrets.ts'
import type { Kit } from '../base/kit.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { addAsset } from './addAsset.ts'
import { assertHandle, handleTaken } from '../assets/handles.ts'
import { readKind } from '../assets/readKind.ts'
import { getAssetNamed } from '../assets/findAsset.ts'
import { findAsset, type Asset } from '../assets/queries.ts'

export interface AssetWanted {
  readonly platform: string
  readonly kind: string
  readonly name: string
  readonly handle: string
  /** What shall hold it, as an analytics account holds a property. */
  readonly inside: string | null
}

/**
 * Creates an asset that is not there yet, on its platform and in Famiglia. A kind the platform does not hold:
 * `kind.not-there`. Asked again under one key, the platform makes one as well: it is told the key.
 */
export function createAsset(kit: Kit) {
  return async (acting: Acting, wanted: AssetWanted, once: Once | null): Promise<Asset> => {
    requireStanding(acting, 'bring-in-asset', 'Creating an asset')
    assertHandle(wanted.handle)
    const kind = readKind(wanted.kind)
    const platform = kit.platforms.get(wanted.platform)
    if (!platform.kinds.includes(kind))
      throw new Problem(
        'kind.not-there',
        `${platform.name} holds no ${sayMany(kinds[kind].noun)}. It holds ${sayList(platform.kinds)}.`,
        { pointer: '/kind' },
      )
    const outer = wanted.inside ? await outerAsset(kit.database.manager, acting, kind, wanted.inside) : null
    const before = once && (await keptAnswer<Asset>(kit.database.manager, once, acting.live.person))
    if (before) return before.answer
    const called = await findAsset(kit.database.manager, acting.id, { by: 'handle', kind, handle: wanted.handle })
    // One that was called so before has it no more.
    if (called?.handle === wanted.handle) throw handleTaken(kind, wanted.handle)
    const asked = { kind, name: wanted.name, inside: outer?.platformRef ?? null }
    const made = await kit.platforms.create(platform.key, asked, once && hashOf(`${acting.live.person} ${once.key}`))
    return changeFor(
      kit,
      acting,
      async change => {
        const asset = await addAsset(change, acting, platform.key, made, kind, wanted)
        change.record({
          chain: acting.id,
          what: 'asset.created',
          sentence: `${acting.live.name} created the ${kinds[kind].noun} ${asset.name} on ${platform.name}, as ${kind}/${asset.handle}.`,
          data: { number: asset.number, kind, handle: asset.handle, platform: asset.platform, ref: asset.platformRef },
          asset: asset.id,
        })
        return asset
      },
      once,
    )
  }
}

async function outerAsset(manager: EntityManager, acting: Acting, kind: Kind, inside: string): Promise<Asset> {
  const outer = await getAssetNamed(manager, acting, inside)
  if (kinds[outer.kind].contains.includes(kind)) return outer
  throw new Problem(
    'kind.not-there',
    `${outer.name} is ${withArticle(kinds[outer.kind].noun)}, which holds no ${sayMany(kinds[kind].noun)}.`,
    {
      pointer: '/inside',
    },
  )
}
