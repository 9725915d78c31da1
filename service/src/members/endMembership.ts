import { leavesAnAdmin } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf, findMembership, removeMembership } from '../businesses/queries.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { voidSentBy } from '../proposals/voidSentBy.ts'

/** Ends somebody's place in the acting business, in its teams too, and what they sent. Their grants are ended by who calls this. */
export async function endMembership(
  kit: Kit,
  change: Change,
  acting: Acting,
  person: { id: string; name: string },
): Promise<void> {
  const membership = (await findMembership(change.manager, acting.id, person.id))!
  if (membership.standing === 'admin') {
    await assertNotLastAdmin(change, acting, person)
    change.requireFreshProof('Ending an admin needs you to confirm it’s you.')
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
  await voidSentBy(kit, change, proposalKinds, acting.id, person.id)
}

/** The last admin cannot go, be lowered or be stopped: asked under the lock on the business, so that of two who leave at once one stays. */
export async function assertNotLastAdmin(
  change: Change,
  acting: Pick<Acting, 'id' | 'name'>,
  person: { id: string; name: string },
): Promise<void> {
  const admins = await adminsOf(change.manager, acting.id)
  if (
    leavesAnAdmin(
      admins.map(admin => admin.id),
      person.id,
    )
  )
    return
  throw new Problem(
    'business.last-admin',
    `${person.name} is the only admin of ${acting.name}. Make somebody else an admin first; a business is never left without one.`,
  )
}
