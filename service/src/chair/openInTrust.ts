import type { Once } from '../base/once.ts'
import type { Kit } from '../base/kit.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { addBusiness, assertZone } from '../businesses/openBusiness.ts'
import { addMembership } from '../businesses/queries.ts'
import { between } from '../base/chain.ts'

/**
 * Opens a business for a client who has no account yet. Who opens it is its admin and runs it, for the acting business,
 * until the client takes the chair.
 */
export function openInTrust(kit: Kit) {
  return async (
    acting: Acting,
    wanted: { readonly name: string; readonly town: string; readonly zone: string },
    once: Once | null,
  ): Promise<{ number: string; name: string }> => {
    requireStanding(acting, 'deal-with-partners', 'Opening a business in trust')
    assertZone(wanted.zone, '/zone')
    return changeFor(
      kit,
      acting,
      async change => {
        const business = await addBusiness(change, { ...wanted, trusteeId: acting.id }, acting.live.person)
        await addMembership(change.manager, {
          business: business.id,
          person: acting.live.person,
          standing: 'admin',
          since: change.now,
          invitedBy: null,
        })
        change.record({
          ...between(business, acting),
          what: 'business.opened-in-trust',
          sentence: `${acting.live.name} opened ${business.name} in ${business.town}, run by ${acting.name} until its owner takes it over.`,
          data: { number: business.number },
        })
        return { number: business.number, name: business.name }
      },
      once,
    )
  }
}
