import { sayCount } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { changeBusiness, getBusiness } from '../businesses/queries.ts'

/** Sets how many admins are few enough: with more, it is told on their desks. Nobody is lowered by it. */
export function setMostAdmins(kit: Kit) {
  return async (acting: Acting, most: number): Promise<{ result: string }> => {
    requireStanding(acting, 'arrange-people', 'Setting how many admins are few enough')
    return changeFor(kit, acting, async change => {
      const { mostAdmins: before } = await getBusiness(change.manager, acting.id)
      await changeBusiness(change.manager, acting.id, { mostAdmins: most })
      const said = `up to ${sayCount(most, 'admin')} ${most === 1 ? 'is' : 'are'} few enough`
      change.record({
        chain: acting.id,
        what: `business.most-admins${most === before ? '-repeated' : ''}`,
        sentence: `${acting.live.name} set that ${said}${most === before ? ', as before' : ''}.`,
        data: { most, before },
      })
      return { result: `At ${acting.name} ${said}. With more, it is told on the admins’ desks.` }
    })
  }
}
