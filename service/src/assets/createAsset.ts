import { isKind, kinds, sayList, sayMany, type Kind } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { addAsset } from './addAsset.ts'
import { assertHandle, handleTaken } from './claimAsset.ts'
import { getAssetNamed } from './findAsset.ts'
import { assets, type Asset } from './records.ts'

export interface AssetWanted {
  readonly platform: string
  readonly kind: string
  readonly name: string
  readonly handle: string
  /** What shall hold it, as an analytics account holds a property. */
  readonly inside: string | null
}

/** Creates an asset that is not there yet, on its platform and in Famiglia. A kind the platform does not hold: `kind.not-there`. */
export function createAsset(room: Room) {
  return async (acting: Acting, wanted: AssetWanted, once: Once | null): Promise<Asset> => {
    requireStanding(acting, 'bring-in-asset', 'Creating an asset')
    assertHandle(wanted.handle)
    const kind = readKind(wanted.kind)
    const platform = room.platforms.get(wanted.platform)
    if (!platform.kinds.includes(kind))
      throw new Problem(
        'kind.not-there',
        `${platform.name} holds no ${sayMany(kinds[kind].noun)}. It holds ${sayList(platform.kinds)}.`,
        { pointer: '/kind' },
      )
    const outer = wanted.inside ? await outerAsset(room.database.manager, acting, kind, wanted.inside) : null
    if (await room.database.manager.existsBy(assets, { businessId: acting.id, kind, handle: wanted.handle }))
      throw handleTaken(kind, wanted.handle)
    const made = await room.platforms.create(platform.key, {
      kind,
      name: wanted.name,
      inside: outer?.platformRef ?? null,
    })
    return room.change(
      actorOf(acting.live),
      { businesses: [acting.id] },
      async change => {
        const asset = await addAsset(change, acting, platform.key, made, kind, wanted)
        await change.record({
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

function readKind(text: string): Kind {
  if (isKind(text)) return text
  throw new Problem('kind.unknown', `There is no kind of asset called “${text}”.`, { pointer: '/kind' })
}

async function outerAsset(manager: EntityManager, acting: Acting, kind: Kind, inside: string): Promise<Asset> {
  const outer = await getAssetNamed(manager, acting, inside)
  if (kinds[outer.kind].contains.includes(kind)) return outer
  throw new Problem(
    'kind.not-there',
    `${outer.name} is ${kinds[outer.kind].noun}, which holds no ${sayMany(kinds[kind].noun)}.`,
    {
      pointer: '/inside',
    },
  )
}
