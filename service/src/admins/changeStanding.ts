import { withReason, type Standing } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Acting } from '../businesses/acting.ts'
import { changeMembership, findMembership } from '../businesses/queries.ts'
import { assertNotLastAdmin } from '../businesses/lastAdmin.ts'
import { standingLetter } from './letters.ts'
import type { KnownPerson } from '../people/queries.ts'
import { tellAdmins } from './tellAdmins.ts'

/** Whether going from one standing to another makes an admin, or ends one being it. */
export function isAmongAdmins(before: string, after: string): boolean {
  return (before === 'admin') !== (after === 'admin')
}

/** Who acts, as histories and letters name them. */
export function byOf({ live }: Pick<Acting, 'live'>): KnownPerson {
  return { id: live.person, name: live.name, address: live.address }
}

/**
 * Gives a member another standing, and tells it: them, and where it is about an admin all admins. What a lowered admin had
 * sent and could not send now ends with it. Proof, reason and whether a second admin has to agree are asked for before.
 */
export async function changeStanding(
  change: Change,
  business: Pick<Acting, 'id' | 'name' | 'number' | 'zone'>,
  by: KnownPerson,
  person: KnownPerson,
  to: { readonly standing: Standing; readonly reason: string },
): Promise<string> {
  const { standing, reason } = to
  const { standing: before } = (await findMembership(change.manager, business.id, person.id))!
  if (before === 'admin' && standing !== 'admin') await assertNotLastAdmin(change, business, person)
  await changeMembership(change.manager, business.id, person.id, { standing })
  change.record({
    chain: business.id,
    what: before === standing ? 'standing.repeated' : 'standing.changed',
    sentence: withReason(
      `${by.id === person.id && standing === 'admin' ? `${person.name} stepped in and is` : `${by.name} made ${person.name}`} ${standing} of ${business.name}${before === standing ? ', as they were' : `, who was ${before}`}`,
      reason,
    ),
    about: person.id,
    by: { id: by.id, name: by.name },
    data: { before, after: standing },
  })
  change.announce({ what: 'standing', business: business.id, person: person.id })
  if (before === standing) return `${person.name} is ${standing} already.`
  if (isAmongAdmins(before, standing)) {
    await tellAdmins(change, business, { person, before, after: standing, by, reason })
  } else if (person.id !== by.id) await change.mail(standingLetter(business, by, person, standing))
  return `${person.name} is ${standing} of ${business.name} now, and was ${before}.`
}
