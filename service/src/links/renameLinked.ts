import { getAssetNamed } from '../assets/findAsset.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, type Acting } from '../businesses/acting.ts'
import { getAssetReached } from '../reach/findTarget.ts'
import { factsOfGiver } from '../reach/mayGive.ts'
import { linkBetween } from './keepLink.ts'
import { keepLabel } from './records.ts'

/** Says what the manager's side calls an account, for its stewards and admins; its owner is never told. */
export function renameLinked(kit: Kit) {
  return async (
    acting: Acting,
    underNamed: string,
    named: string,
    label: string | null,
  ): Promise<{ result: string }> => {
    const under = await getAssetNamed(kit.database.manager, acting, underNamed)
    await factsOfGiver(kit, kit.database.manager, acting, [under])
    const { asset: account } = await getAssetReached(kit.database.manager, acting, named)
    return changeFor(kit, acting, async change => {
      await factsOfGiver(kit, change.manager, acting, [under])
      if (!(await linkBetween(change.manager, account, under)))
        throw new Problem('link.none', `${account.name} does not hang under ${under.name}.`)
      await keepLabel(change, { under: under.id, account: account.id }, label)
      const said = label
        ? `calls ${account.name} “${label}” under ${under.name}`
        : `took back the own name of ${account.name} under ${under.name}`
      change.record({
        chain: acting.id,
        what: 'link.labelled',
        sentence: `${acting.live.name} ${said}.`,
        data: { under: under.number, account: account.number, label },
      })
      return {
        result: label
          ? `${account.name} is called “${label}” on your side.`
          : `${account.name} has no name of your own any more.`,
      }
    })
  }
}
