import { canBeUndone, sayInstant, undoHolds, type Instant } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { LiveSession } from '../base/live-session.ts'
import { Problem } from '../base/problem.ts'
import { actorOf } from '../base/session.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { getBusiness } from '../businesses/queries.ts'
import { askAdmins } from './askAdmins.ts'
import { adminChangesById, adminChangesSince, type AdminChange } from './records.ts'
import { sayDone } from './tellAdmins.ts'

/** What was done to an admin within the last three days, as it is told to those who can ask for it to be undone. */
export interface AdminChangeTold {
  readonly id: string
  readonly business: { readonly number: string; readonly name: string }
  readonly said: string
  readonly reason: string
  readonly at: string
  readonly until: string
  /** The request to undo it that waits for an answer. */
  readonly proposal: string | null
  /** Whether who reads it can ask for it to be undone. */
  readonly canAsk: boolean
}

export async function recentAdminChanges(
  kit: Kit,
  of: { readonly business: string } | { readonly person: string },
  reader: string,
): Promise<AdminChangeTold[]> {
  const found = await adminChangesSince(kit.database.manager, of, kit.clock.now().subtract(undoHolds))
  return found.map(done => tell(done, reader))
}

function tell(done: AdminChange, reader: string): AdminChangeTold {
  const { number, name } = done.business
  return {
    id: done.id,
    business: { number, name },
    said: `${done.by.name} ${sayDone(done)}`,
    reason: done.reason,
    at: done.at.toString(),
    until: done.at.add(undoHolds).toString(),
    proposal: done.proposal,
    canAsk: done.proposal === null && reader !== done.by.id,
  }
}

/**
 * Asks for what was done to an admin to be undone: who was concerned, wherever they stand now, or another admin, but not
 * who did it. Later than three days after: `admin.too-late`.
 */
export function askToUndo(kit: Kit) {
  return async (live: LiveSession, acting: Acting | null, id: string, reason: string) => {
    if (acting) requireStanding(acting, 'arrange-people', 'Asking for it to be undone')
    return kit.change(actorOf(live), async change => {
      const [done] = await adminChangesById(change.manager, [id])
      const mine = done && (acting ? acting.id === done.business.id : done.person.id === live.person)
      if (!mine || done.undone)
        throw new Problem('admin.change-unknown', 'Nothing of that kind was done, or it is undone.')
      const business = await getBusiness(change.manager, done.business.id)
      if (done.by.id === live.person)
        throw new Problem('proposal.own', 'You did it yourself: change it back, instead of asking.')
      assertInTime(done.at, change.now, business.zone)
      if (done.proposal)
        throw new Problem('proposal.answered', 'That was asked for already, and waits for another admin.')
      return askAdmins(change, business, { wants: 'undo', undoes: done }, reason)
    })
  }
}

function assertInTime(at: Instant, now: Instant, zone: string): void {
  if (canBeUndone(at, now)) return
  throw new Problem('admin.too-late', `It could be asked for until ${sayInstant(at.add(undoHolds), zone)}.`)
}
