import type { Once } from '../base/once.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import type { Acting } from '../businesses/acting.ts'
import { sendInvitation } from '../proposals/sendInvitation.ts'
import { endAccess } from './endAccess.ts'
import { giveAccess } from './giveAccess.ts'
import { planSentence, type PlannedLet, type PlannedSentence } from './planSentence.ts'

export interface Said {
  readonly sentence: string
  /** What came of it, as a sentence. */
  readonly result: string
  readonly outcome: 'given' | 'changed' | 'same' | 'invited' | 'invitation changed' | 'ended'
  readonly grants: readonly string[]
  readonly proposal: string | null
}

/** Carries a sentence out. `proof.needed` when it takes a fresh proof and the last one is older than ten minutes. */
export function saySentence(room: Room) {
  return async (acting: Acting, text: string, note: string | null, once: Once | null): Promise<Said> =>
    room.change(
      actorOf(acting.live),
      { businesses: [acting.id] },
      async change => {
        const plan = await planSentence(room, change.manager, acting, text)
        if (takesFreshProof(plan)) change.requireFreshProof(proofReason(plan))
        if (plan.verb === 'end') return endAccess(change, acting, plan)
        return goesToNewPerson(plan) ? sendInvitation(change, acting, plan, note) : giveAccess(change, acting, plan)
      },
      once,
    )
}

export function goesToNewPerson(plan: PlannedLet): boolean {
  return !plan.who.member
}

/** Stopping is quick: only ending an admin takes a proof, which is asked where their standing is known. */
export function takesFreshProof(plan: PlannedSentence): boolean {
  return plan.verb === 'let' && plan.items.some(item => item.plan.takesProof)
}

function proofReason(plan: PlannedSentence): string {
  return plan.verb === 'let' && goesToNewPerson(plan)
    ? 'This lets a new person in who can then act, so it takes a fresh proof.'
    : 'This raises what somebody can do, so it takes a fresh proof.'
}
