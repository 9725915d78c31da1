import { kinds } from '@famiglia/core'
import { violates } from '../base/database.ts'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { assertHandle, handleTaken } from './handles.ts'
import { assets, type Asset } from './records.ts'

/** Gives an asset another name or handle; its number stays, and the handle it had leads on to it until another asset takes that. `version.stale` when somebody changed it since it was read. */
export function renameAsset(kit: Kit) {
  return async (
    acting: Acting,
    asset: Asset,
    wanted: { name?: string | undefined; handle?: string | undefined },
    readVersion: number | null,
  ): Promise<Asset> => {
    requireStanding(acting, 'bring-in-asset', 'Renaming an asset')
    if (wanted.handle !== undefined) assertHandle(wanted.handle)
    return changeFor(kit, acting, async change => {
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
      if (renamed.handle !== current.handle)
        await change.manager.query(
          'INSERT INTO former_handle (business_id, kind, handle, asset_id) VALUES ($1, $2, $3, $4) ON CONFLICT (business_id, kind, handle) DO UPDATE SET asset_id = excluded.asset_id',
          [acting.id, current.kind, current.handle, asset.id],
        )
      const sentence = `${acting.live.name} renamed the ${kinds[current.kind].noun} ${current.name} (${current.kind}/${current.handle}) to ${renamed.name} (${current.kind}/${renamed.handle}).`
      change.record({
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
