import type { Kit } from '../base/kit.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { changeBusiness } from '../businesses/queries.ts'

/** Chooses whether what partners offer takes effect without approval of the business; to choose so takes a fresh proof. */
export function takeOffersAtOnce(kit: Kit) {
  return async (acting: Acting, offersAtOnce: boolean): Promise<void> => {
    requireStanding(acting, 'deal-with-partners', 'Choosing how offers are taken')
    await changeFor(kit, acting, async change => {
      if (offersAtOnce)
        change.requireFreshProof('Taking offers without anybody’s approval needs you to confirm it’s you.')
      await changeBusiness(change.manager, acting.id, { offersAtOnce })
      change.record({
        chain: acting.id,
        what: 'business.offers-at-once',
        sentence: offersAtOnce
          ? `${acting.live.name} chose that what partners offer ${acting.name} takes effect at once.`
          : `${acting.live.name} chose that what partners offer ${acting.name} waits for its approval.`,
      })
    })
  }
}
