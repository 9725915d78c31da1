import type { Words } from '../grants/index.ts'
import type { Kind } from '../kinds/index.ts'
import { covers, levelOf } from '../levels/index.ts'
import { Temporal, isBefore, type Instant } from '../time/index.ts'

export type ProposalKind = 'invitation' | 'offer' | 'ask' | 'link' | 'handover' | 'billing'
export type ProposalState = 'open' | 'accepted' | 'declined' | 'withdrawn' | 'lapsed'
export type ProposalStep = 'accept' | 'decline' | 'withdraw' | 'lapse'

export interface ProposalCourse {
  readonly state: ProposalState
  /** When it was last sent; sending again begins the time anew. */
  readonly sentAt: Instant
  readonly lapsesAt: Instant
  readonly reminders: number
}

const outcome = {
  accept: 'accepted',
  decline: 'declined',
  withdraw: 'withdrawn',
  lapse: 'lapsed',
} as const satisfies Record<ProposalStep, ProposalState>

export type StepOutcome =
  | { ok: true; state: ProposalState; repeated: boolean }
  | { ok: false; code: 'proposal.answered'; state: Exclude<ProposalState, 'open'> }

/** What a step makes of a proposal. The same answer twice is one answer; a different one after it is told what came first. */
export function stepProposal(course: ProposalCourse, step: ProposalStep, at: Instant): StepOutcome {
  const state = stateAt(course, at)
  const wanted = outcome[step]
  if (state === wanted) return { ok: true, state, repeated: course.state === wanted }
  if (state === 'open') return { ok: true, state: wanted, repeated: false }
  return { ok: false, code: 'proposal.answered', state }
}

/** The state at an instant: an open proposal lapses by itself, to the second, whether or not anybody wrote it down. */
export function stateAt(course: ProposalCourse, at: Instant): ProposalState {
  return course.state === 'open' && !isBefore(at, course.lapsesAt) ? 'lapsed' : course.state
}

/** How long a proposal stays open, in days; a business can set 1 to 90. */
export const openDays = { usual: 14, least: 1, most: 90 } as const
const reminderDays = [3, 10]

export function lapseOf(sentAt: Instant, days: number = openDays.usual): Instant {
  return sentAt.add({ hours: days * 24 })
}

/** When next to tend to an open proposal: to remind, or to let it lapse. */
export function nextDueAt(course: ProposalCourse): Instant {
  const day = reminderDays[course.reminders]
  const reminder = day === undefined ? null : course.sentAt.add({ hours: day * 24 })
  return reminder && isBefore(reminder, course.lapsesAt) ? reminder : course.lapsesAt
}

/**
 * Whether an answer stays within what was asked: the same or less of it, and no longer. The answering side may accept
 * less, never more.
 */
export function staysWithin(kind: Kind, asked: Words, answered: Words): boolean {
  if (!covers(levelOf(kind, asked), levelOf(kind, answered))) return false
  if (asked.until && (!answered.until || isBefore(asked.until, answered.until))) return false
  return !asked.from || (answered.from !== null && !isBefore(answered.from, asked.from))
}

/** Proof of who one is holds for ten minutes. */
export const proofHolds = Temporal.Duration.from({ minutes: 10 })

export function isFreshProof(provenAt: Instant | null, at: Instant): boolean {
  return provenAt !== null && isBefore(at, provenAt.add(proofHolds))
}
