import { getAssetNamed, readWhat } from '../assets/findAsset.ts'
import type { Asset } from '../assets/queries.ts'
import { between } from '../base/chain.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { adminsOf, getBusiness } from '../businesses/queries.ts'
import { freezeGrant } from '../grants/keepGrant.ts'
import { linkChangedLetter } from './letters.ts'
import { linkBetween } from './keepLink.ts'
import { findNamed } from './named.ts'

/**
 * Freezes one link, or lifts that: for the admins of the account's owner alone. Nothing is ended; whatever is said of the
 * link meanwhile, it stays frozen until they lift it. Freezing takes no proof, lifting does.
 */
export function freezeLink(kit: Kit) {
  return async (acting: Acting, under: string, account: string, frozen: boolean): Promise<{ result: string }> => {
    requireStanding(acting, 'freeze', frozen ? 'Freezing a link' : 'Lifting a freeze')
    const asset = await getAssetNamed(kit.database.manager, acting, account)
    const named = await findNamed(kit, acting, [], readWhat(under))
    return changeFor(kit, acting, async change => {
      if (!frozen) change.requireFreshProof('It brings back all that was stopped, so it needs you to confirm it’s you.')
      return hold(change, acting, asset, named.under, frozen)
    })
  }
}

async function hold(
  change: Change,
  acting: Acting,
  account: Asset,
  under: Asset,
  frozen: boolean,
): Promise<{ result: string }> {
  const link = await linkBetween(change.manager, account, under)
  if (!link) throw new Problem('link.none', `${account.name} does not hang under ${under.name}.`)
  const repeated = (link.frozenAt !== null) === frozen
  if (!repeated) await freezeGrant(change, link, frozen)
  const gatherer = await getBusiness(change.manager, under.businessId)
  const did = frozen ? 'froze' : 'lifted the freeze of'
  const said = `${did} the link of ${account.name} under ${under.name}`
  change.record({
    ...(gatherer.id === acting.id ? { chain: acting.id } : between(acting, gatherer)),
    what: `link.${frozen ? 'frozen' : 'freeze-lifted'}${repeated ? '-repeated' : ''}`,
    sentence: `${acting.live.name} ${said}${repeated ? `; it was ${frozen ? 'frozen already' : 'not frozen'}` : ''}.`,
    asset: account.id,
  })
  if (repeated)
    return { result: `The link of ${account.name} under ${under.name} is ${frozen ? 'frozen already' : 'not frozen'}.` }
  if (gatherer.id !== acting.id)
    for (const admin of await adminsOf(change.manager, gatherer.id))
      await change.mail(
        linkChangedLetter(admin, {
          by: acting.live.name,
          acting,
          said,
          where: `/${gatherer.number}/manager-accounts/${under.number}`,
        }),
      )
  return {
    result: frozen
      ? `Frozen: nobody reaches ${account.name} through ${under.name} from this moment on. Nothing was ended.`
      : `Lifted: what goes through ${under.name} to ${account.name} holds again, as it was.`,
  }
}
