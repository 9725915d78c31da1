import type { Change } from '../base/change.ts'
import type { Work } from '../base/jobs.ts'
import type { Kit } from '../base/kit.ts'
import { findHandover, noteKeeperTold, type Handover } from './records.ts'

/**
 * Tells the platforms who keeps what went over, once a handover has completed: each asset by itself, so that a platform that
 * does not answer holds up no other. What cannot be told now is told at a later look.
 */
export function tellKeepers(kit: Kit) {
  return async ({ handover: id }: Work['tell-keepers']): Promise<void> => {
    const handover = await findHandover(kit.database.manager, id)
    if (handover?.state !== 'completed') return
    const failed: unknown[] = []
    for (const asset of handover.assets.filter(one => !handover.keepersTold.includes(one.id)))
      try {
        // What went on to somebody else since is told by that handover.
        if (asset.businessId === handover.to.id)
          await kit.platforms.setKeeper(asset.platform, asset.platformRef, handover.to)
        await kit.change(null, change => note(kit, change, handover, asset), { turn: id })
      } catch (cause) {
        failed.push(cause)
      }
    if (failed.length > 0) throw new AggregateError(failed, 'A platform could not be told who keeps what went over.')
  }
}

async function note(kit: Kit, change: Change, { id, to }: Handover, asset: Handover['assets'][number]): Promise<void> {
  await noteKeeperTold(change, id, asset.id)
  change.record({
    chain: to.id,
    what: 'handover.keeper-told',
    sentence: `${kit.platforms.get(asset.platform).name} knows ${to.name} as the keeper of ${asset.name}.`,
    asset: asset.id,
    by: null,
    data: { handover: id },
  })
}
