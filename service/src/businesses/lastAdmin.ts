import { leavesAnAdmin } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from './acting.ts'
import { adminsOf } from './queries.ts'

/** The last admin cannot go, be lowered or be stopped: asked within the change, so that of two who leave at once one stays. */
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
