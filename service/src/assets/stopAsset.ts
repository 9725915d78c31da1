import { kinds } from '@famiglia/core'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { assets, type Asset } from './records.ts'

/** What can be done to an asset as a whole. */
export type AssetStep = 'archive' | 'bring-back' | 'freeze' | 'unfreeze'

const steps = {
  archive: { past: 'archived', was: 'archived already', takesProof: true, field: 'archivedAt', on: true },
  'bring-back': { past: 'brought back', was: 'not archived', takesProof: true, field: 'archivedAt', on: false },
  freeze: { past: 'froze', was: 'frozen already', takesProof: false, field: 'frozenAt', on: true },
  unfreeze: { past: 'unfroze', was: 'not frozen', takesProof: true, field: 'frozenAt', on: false },
} as const

/**
 * Archives or freezes an asset, or takes that back. Nobody reaches it meanwhile, whatever the grants say; they stay as
 * they are. Freezing is quick; the rest takes an admin's fresh proof.
 */
export function stepAsset(kit: Kit, step: AssetStep) {
  return async (acting: Acting, asset: Asset): Promise<Asset> => {
    requireStanding(
      acting,
      step === 'freeze' || step === 'unfreeze' ? 'freeze' : 'bring-in-asset',
      `To ${step.replace('-', ' ')} an asset`,
    )
    const { past, was, takesProof, field, on } = steps[step]
    return changeFor(kit, acting, async change => {
      const current = await change.manager.findOneByOrFail(assets, { id: asset.id })
      if (step === 'archive' && current.handoverId)
        throw new Problem('handover.under-way', `${asset.name} is being handed over: stop that first.`)
      if (takesProof) change.requireFreshProof(`To ${step.replace('-', ' ')} ${asset.name}, confirm it’s you.`)
      const repeated = (current[field] !== null) === on
      const changed: Asset = repeated
        ? current
        : { ...current, [field]: on ? change.now : null, version: current.version + 1 }
      if (!repeated)
        await change.manager.update(assets, { id: asset.id }, { [field]: changed[field], version: changed.version })
      change.record({
        chain: acting.id,
        what: `asset.${past.replace(' ', '-')}${repeated ? '-repeated' : ''}`,
        sentence: `${acting.live.name} ${past} the ${kinds[asset.kind].noun} ${asset.name}${repeated ? `, which was ${was}` : ''}.`,
        asset: asset.id,
      })
      return changed
    })
  }
}
