import type { Change } from '../base/change.ts'
import { requireForAdmins, tellAdmins } from './tellAdmins.ts'
import { assertOneIsEnough } from './twoApprovals.ts'
import type { Acting } from '../businesses/acting.ts'
import { assertNotLastAdmin } from '../businesses/lastAdmin.ts'
import type { KnownPerson } from '../people/queries.ts'
import { findMembership, removeMembership } from '../businesses/queries.ts'

/**
 * Ends somebody's place in the acting business, in its teams too, and what they sent; an admin's with a proof, a reason, and
 * all admins told. Their grants are ended by who calls this.
 */
export async function endMembership(
  change: Change,
  acting: Acting,
  person: KnownPerson,
  reason: string | null,
): Promise<void> {
  const membership = (await findMembership(change.manager, acting.id, person.id))!
  if (membership.standing === 'admin') {
    await assertNotLastAdmin(change, acting, person)
    const said = requireForAdmins(change, person.id, 'Ending an admin', reason)
    await assertOneIsEnough(change, acting, person)
    const by = { id: acting.live.person, name: acting.live.name }
    await tellAdmins(change, acting, { person, before: 'admin', after: 'none', by, reason: said })
  }
  await removeMembership(change.manager, acting.id, person.id)
  change.record({
    chain: acting.id,
    what: 'membership.ended',
    sentence:
      person.id === acting.live.person
        ? `${person.name} left ${acting.name}.`
        : `${acting.live.name} ended ${person.name} at ${acting.name}.`,
    about: person.id,
    data: { standing: membership.standing },
  })
  change.announce({ what: 'standing', business: acting.id, person: person.id })
}
