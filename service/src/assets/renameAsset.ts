import { kinds } from '@famiglia/core'
import { violates } from '../base/database.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { assertHandle, handleTaken } from './claimAsset.ts'
import { assets, type Asset } from './records.ts'

/** Gives an asset another name or handle; its number stays. `version.stale` when somebody changed it since it was read. */
export function renameAsset(room: Room) {
  return async (
    acting: Acting,
    asset: Asset,
    wanted: { name?: string | undefined; handle?: string | undefined },
    readVersion: number | null,
  ): Promise<Asset> => {
    requireStanding(acting, 'bring-in-asset', 'Renaming an asset')
    if (wanted.handle !== undefined) assertHandle(wanted.handle)
    return room.change(actorOf(acting.live), { businesses: [acting.id] }, async change => {
      const current = await change.manager.findOneByOrFail(assets, { id: asset.id })
      if (readVersion !== null && readVersion !== current.version)
        throw new Problem(
          'version.stale',
          `${current.name} was changed since you read it. Look at it again, then change it.`,
        )
      const renamed = {
        ...current,
        name: wanted.name ?? current.name,
        handle: wanted.handle ?? current.handle,
        version: current.version + 1,
      }
      try {
        await change.manager.update(
          assets,
          { id: asset.id },
          { name: renamed.name, handle: renamed.handle, version: renamed.version },
        )
      } catch (error) {
        if (violates(error, 'asset_handle')) throw handleTaken(current.kind, renamed.handle)
        throw error
      }
      const sentence = `${acting.live.name} renamed the ${kinds[current.kind].noun} ${current.name} (${current.kind}/${current.handle}) to ${renamed.name} (${current.kind}/${renamed.handle}).`
      await change.record({
        chain: acting.id,
        what: 'asset.renamed',
        sentence,
        asset: asset.id,
        data: {
          from: { name: current.name, handle: current.handle },
          to: { name: renamed.name, handle: renamed.handle },
        },
      })
      return renamed
    })
  }
}
