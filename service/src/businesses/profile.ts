import { isAddress, sayWorksAs, type WorksAs } from '@famiglia/core'
import { parsePhoneNumberFromString } from 'libphonenumber-js'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from './acting.ts'
import { changeBusiness } from './queries.ts'
import type { Contact } from './records.ts'

export interface ProfileWanted {
  readonly worksAs: WorksAs | null
  readonly contact: Contact | null
}

/** Says what a business is to those it works for, and whom they can reach there: for admins. A telephone number is kept as ITU-T E.123 writes it. */
export function setProfile(kit: Kit) {
  return async (acting: Acting, { worksAs, contact }: ProfileWanted): Promise<{ result: string }> => {
    requireStanding(acting, 'deal-with-partners', 'Saying how others see the business')
    const checked = contact && checkedContact(contact)
    return changeFor(kit, acting, async change => {
      await changeBusiness(change.manager, acting.id, { worksAs, contact: checked })
      const as = worksAs ? sayWorksAs(worksAs) : 'nothing in particular'
      change.record({
        chain: acting.id,
        what: 'business.described',
        sentence: `${acting.live.name} said that ${acting.name} works as ${as} for others${checked ? `, and that ${checked.name} (${checked.address}) is whom they write to` : ''}.`,
      })
      return {
        result: 'Kept. Others read it where they find you, where you ask them for something, and on your calling card.',
      }
    })
  }
}

function checkedContact({ name, address, telephone }: Contact): Contact {
  if (!isAddress(address))
    throw new Problem('address.invalid', `“${address}” is not an e-mail address.`, { pointer: '/contact/address' })
  if (!telephone) return { name, address: address.toLowerCase(), telephone: null }
  const number = parsePhoneNumberFromString(telephone)
  if (!number?.isValid())
    throw new Problem(
      'request.invalid',
      `“${telephone}” is no telephone number that can be called from everywhere: it begins with + and the country, as +351 21 000 0000 does.`,
      { pointer: '/contact/telephone' },
    )
  return { name, address: address.toLowerCase(), telephone: number.formatInternational() }
}
