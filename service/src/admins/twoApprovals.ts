import { undoHolds } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { changeBusiness, getBusiness, hasOtherAdmin } from '../businesses/queries.ts'
import { askAdmins } from './askAdmins.ts'
import { requireForAdmins, tellAllAdmins } from './tellAdmins.ts'

/**
 * Whether what is strongest waits for a second admin: chosen so, and another one there. Who was stopped within the last three
 * days still counts, so that nobody gets past it by stopping the others first.
 */
export async function takesTwo(change: Change, acting: Pick<Acting, 'id'>, asker: string): Promise<boolean> {
  const { twoApprovals } = await getBusiness(change.manager, acting.id)
  return twoApprovals && hasOtherAdmin(change.manager, acting.id, asker, change.now.subtract(undoHolds))
}

/** What cannot wait for a second admin is refused where it takes two: `admin.two-approvals`. One can always go oneself. */
export async function assertOneIsEnough(
  change: Change,
  acting: Acting,
  person: { readonly id: string; readonly name: string } | null,
): Promise<void> {
  const asker = acting.live.person
  if (person?.id === asker || !(await takesTwo(change, acting, asker))) return
  throw new Problem(
    'admin.two-approvals',
    person
      ? `At ${acting.name} it takes two admins to end one. Ask for ${person.name} to be made a member first; once another admin has agreed, end them.`
      : `At ${acting.name} it takes two admins to make one. Invite them as a member first, then ask for them to be made an admin.`,
  )
}

export interface ApprovalsChosen {
  readonly result: string
  /** The request that waits for another admin; null where it holds at once. */
  readonly proposal: string | null
}

/**
 * Chooses whether what is strongest takes two admins: making and lowering them, and the acts of two. That one is enough again takes two itself, as long as
 * there is a second.
 */
export function chooseApprovals(kit: Kit) {
  return async (acting: Acting, two: boolean, reason: string | null): Promise<ApprovalsChosen> => {
    requireStanding(acting, 'arrange-people', 'Choosing how many admins it takes')
    return changeFor(kit, acting, async change => {
      const said = requireForAdmins(change, null, 'Choosing how many admins it takes', reason)
      if (!two && (await takesTwo(change, acting, acting.live.person)))
        return askAdmins(change, acting, { wants: 'one approval' }, said)
      const now = await keepApprovals(change, acting, two)
      return { result: `${now ? 'From now on' : 'As before,'} ${sayApprovals(acting, two)}.`, proposal: null }
    })
  }
}

/** Keeps how many admins it takes and tells all of them; false, and no letter, when it was so already. */
export async function keepApprovals(change: Change, acting: Acting, two: boolean): Promise<boolean> {
  const said = `chose that ${sayApprovals(acting, two)}`
  if ((await getBusiness(change.manager, acting.id)).twoApprovals === two) {
    change.record({
      chain: acting.id,
      what: 'business.approvals-repeated',
      sentence: `${acting.live.name} ${said}, as before.`,
    })
    return false
  }
  await changeBusiness(change.manager, acting.id, { twoApprovals: two })
  change.record({
    chain: acting.id,
    what: 'business.approvals',
    sentence: `${acting.live.name} ${said}.`,
    data: { two },
  })
  await tellAllAdmins(change, acting, `${acting.live.name} ${said}`, `${acting.live.name} ${said}.`)
  return true
}

function sayApprovals(acting: Acting, two: boolean): string {
  return two
    ? `it takes two admins of ${acting.name} to make or lower one, to hand over assets, to let a manager account give access and to name an understudy`
    : `one admin of ${acting.name} alone is enough`
}
