import type { Kit } from '../base/kit.ts'
import type { LiveSession } from '../base/live-session.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { actorOf } from '../base/session.ts'
import { addBusiness, assertZone } from './openBusiness.ts'
import { addMembership } from './queries.ts'

/** As many as somebody opens within a day. */
const mostADay = 5

/** Opens one more business for somebody who has a sign-in: they are its admin. It takes a fresh proof, and no letter. */
export function openAnother(kit: Kit) {
  return async (
    live: LiveSession,
    wanted: { readonly name: string; readonly town: string; readonly zone: string },
    once: Once | null,
  ): Promise<{ number: string; name: string }> => {
    assertZone(wanted.zone, '/zone')
    return kit.change(
      actorOf(live),
      async change => {
        change.requireFreshProof('Opening a business needs you to confirm it’s you.')
        const [row] = (await change.manager.query(
          'SELECT count(*)::integer AS opened FROM business WHERE opened_by = $1 AND opened_at > $2',
          [live.person, change.now.subtract({ hours: 24 }).toString()],
        )) as { opened: number }[]
        if (row!.opened >= mostADay)
          throw new Problem('request.too-many', `You opened ${mostADay} businesses within a day. Go on tomorrow.`, {
            retryAfter: 3_600,
          })
        const business = await addBusiness(change, { ...wanted, trusteeId: null }, live.person)
        await addMembership(change.manager, {
          business: business.id,
          person: live.person,
          standing: 'admin',
          since: change.now,
          invitedBy: null,
        })
        change.record({
          chain: business.id,
          what: 'business.opened',
          sentence: `${live.name} opened ${business.name} in ${business.town} and is its admin.`,
          data: { number: business.number },
          about: live.person,
        })
        return { number: business.number, name: business.name }
      },
      once,
    )
  }
}
