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

/**
 * Gives a member another standing, and tells it: them, and where it is about an admin all admins. What a lowered admin had
 * sent and could not send now ends with it. Proof, reason and whether a second admin has to agree are asked for before.
 */
export async function changeStanding(
  change: Change,
  acting: Acting,
  person: KnownPerson,
  to: { readonly standing: Standing; readonly reason: string },
): Promise<string> {
  const { standing, reason } = to
  const { standing: before } = (await findMembership(change.manager, acting.id, person.id))!
  if (before === 'admin' && standing !== 'admin') await assertNotLastAdmin(change, acting, person)
  await changeMembership(change.manager, acting.id, person.id, { standing })
  change.record({
    chain: acting.id,
    what: before === standing ? 'standing.repeated' : 'standing.changed',
    sentence: withReason(
      `${acting.live.name} made ${person.name} ${standing} of ${acting.name}${before === standing ? ', as they were' : `, who was ${before}`}`,
      reason,
    ),
    about: person.id,
    data: { before, after: standing },
  })
  change.announce({ what: 'standing', business: acting.id, person: person.id })
  if (before === standing) return `${person.name} is ${standing} already.`
  if (isAmongAdmins(before, standing)) {
    const by = { id: acting.live.person, name: acting.live.name }
    await tellAdmins(change, acting, { person, before, after: standing, by, reason })
  } else if (person.id !== acting.live.person) await change.mail(standingLetter(acting, person, standing))
  return `${person.name} is ${standing} of ${acting.name} now, and was ${before}.`
}
