import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { Problem } from '../base/problem.ts'
import { askAdmins } from './askAdmins.ts'
import { isAskedFor } from './records.ts'
import { takesTwo } from './twoApprovals.ts'

/**
 * Something that takes the approval of a second admin where a business chose so, beside what is done to admins themselves.
 * It is planned anew, and done, by the admin who agrees: what was true when it was asked for may not be so any more.
 */
export interface ActOfTwo {
  readonly act: string
  /** Does what was asked for, for an admin who has confirmed who they are; says what came of it. */
  carryOut(kit: Kit, change: Change, acting: Acting, given: never): Promise<string>
}

/** What waits for a second admin. */
export interface AskedOfSecond {
  readonly act: string
  /** What is asked for, after “asks to”: `hand over Day Trips to Porto Lindo Tourist Board`. */
  readonly said: string
  /** All that it takes to do it, as it is kept until somebody agrees. */
  readonly given: object
  readonly reason: string
}

/** Asks another admin, where the business chose that it takes two; null where one is enough. Asked for already: `admin.asked`. */
export async function askSecondAdmin(
  change: Change,
  acting: Acting,
  { act, said, given, reason }: AskedOfSecond,
): Promise<{ result: string; proposal: string } | null> {
  if (!(await takesTwo(change, acting, acting.live.person))) return null
  if (await isAskedFor(change.manager, acting.id, act, given, change.now))
    throw new Problem('admin.asked', `That was asked for already, and waits for another admin.`)
  return askAdmins(change, acting, { wants: 'act', act, said, given }, reason)
}
