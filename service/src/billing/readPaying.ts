import { printWhat } from '@famiglia/core'
import { readWhat } from '../assets/findAsset.ts'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { levelOnAsset } from '../reach/levelOnAsset.ts'
import { targetOfAsset, whatOf } from '../reach/targets.ts'
import { getAccount } from './named.ts'
import { pendingChanges } from './records.ts'
import { tellPaying } from './tellPaying.ts'

/** Who pays for one account, for whoever reaches it. */
export async function readPaying(kit: Kit, acting: Acting, named: string) {
  const { manager } = kit.database
  const asset = await getAccount(kit, manager, acting, readWhat(named))
  const pending = (await pendingChanges(manager, [asset.id])).get(asset.id) ?? null
  const level = acting.standing === 'member' ? await levelOnAsset(kit, manager, acting, asset) : null
  const mayArrange =
    acting.standing !== 'member' || (asset.businessId === acting.id && !!level?.actions.has('billing.change'))
  return {
    number: asset.number,
    name: asset.name,
    text: printWhat(whatOf(targetOfAsset(asset), acting.id)),
    platform: asset.platform,
    ...tellPaying(kit, acting, asset, pending, mayArrange),
  }
}
