import type { Kit } from '../base/kit.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { changeBusiness, getBusiness } from '../businesses/queries.ts'

/** Sets how long handovers of the business cool off. Those under way keep the time that both agreed to. */
export function setCooling(kit: Kit) {
  return async (acting: Acting, hours: number): Promise<{ result: string }> => {
    requireStanding(acting, 'deal-with-partners', 'Setting how long handovers cool off')
    return changeFor(kit, acting, async change => {
      const { coolingHours: before } = await getBusiness(change.manager, acting.id)
      // Shorter leaves less time to stop one.
      if (hours < before) change.requirePresence('Less time to stop a handover needs you to confirm it’s you.')
      await changeBusiness(change.manager, acting.id, { coolingHours: hours })
      change.record({
        chain: acting.id,
        what: `business.cooling${hours === before ? '-repeated' : ''}`,
        sentence: `${acting.live.name} set that handovers cool off for ${hours} hours${hours === before ? ', as before' : ''}.`,
        data: { hours, before },
      })
      return {
        result: `Handovers cool off for ${hours} hours, or as long as the other business has set where that is longer.`,
      }
    })
  }
}
