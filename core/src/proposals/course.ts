import { endOf, isBefore, Temporal, type Instant } from '../time/index.ts'

export const proposalStates = [
  'open',
  'accepted',
  'declined',
  'withdrawn',
  'lapsed',
  'void',
  'cooling',
  'completed',
  'stopped',
] as const
export type ProposalState = (typeof proposalStates)[number]
const stateWords: Readonly<Record<ProposalState, string>> = {
  open: 'open',
  accepted: 'accepted',
  declined: 'declined',
  withdrawn: 'withdrawn',
  lapsed: 'expired',
  void: 'no longer valid',
  cooling: 'accepted, and can still be stopped',
  completed: 'completed',
  stopped: 'stopped',
}

/** A state as people read it. */
export function sayState(state: ProposalState): string {
  return stateWords[state]
}

export type ProposalStep = 'accept' | 'decline' | 'withdraw' | 'lapse' | 'void' | 'complete' | 'stop'

/** Which step leads from which state to which. Whatever is in no row is an answer already given. */
type Course = Partial<Record<ProposalState, Partial<Record<ProposalStep, ProposalState>>>>

const answers = {
  accept: 'accepted',
  decline: 'declined',
  withdraw: 'withdrawn',
  lapse: 'lapsed',
  void: 'void',
} as const

/** The courses a kind of proposal can take: over with its answer, or with a time after the yes in which it can be stopped. */
export const courses = {
  'over with its answer': { open: answers },
  'cools after its yes': {
    open: { ...answers, accept: 'cooling' },
    cooling: { complete: 'completed', stop: 'stopped' },
  },
} as const satisfies Record<string, Course>
export type CourseName = keyof typeof courses

export interface ProposalTimes {
  readonly state: ProposalState
  /** When it was last sent; sending again begins the time anew. */
  readonly sentAt: Instant
  readonly lapsesAt: Instant
  readonly reminders: number
}

export type StepOutcome =
  | { ok: true; state: ProposalState; repeated: boolean }
  | { ok: false; code: 'proposal.answered'; state: Exclude<ProposalState, 'open'> }

/** What a step makes of a proposal. The same answer twice is one answer; a different one after it is told what came first. */
export function stepProposal(
  times: ProposalTimes,
  step: ProposalStep,
  at: Instant,
  course: CourseName = 'over with its answer',
): StepOutcome {
  const table: Course = courses[course]
  const state = stateAt(times, at)
  const next = table[state]?.[step]
  if (next) return { ok: true, state: next, repeated: false }
  const leadsHere = Object.values(table).some(steps => steps?.[step] === state)
  if (leadsHere) return { ok: true, state, repeated: times.state === state }
  return { ok: false, code: 'proposal.answered', state: state as Exclude<ProposalState, 'open'> }
}

/** The state at an instant: an open proposal lapses by itself, to the second, whether or not anybody wrote it down. */
export function stateAt(times: ProposalTimes, at: Instant): ProposalState {
  return times.state === 'open' && !isBefore(at, times.lapsesAt) ? 'lapsed' : times.state
}

/** How long a proposal stays open, in days; a business can set 1 to 90. */
export const openDays = { usual: 14, least: 1, most: 90 } as const
/** Days after which an open proposal is reminded of. */
export const reminderDays: readonly number[] = [3, 10]

/** When one that is sent at an instant is over: so many days later that day counts whole, where its sender is. */
export function lapseOf(sentAt: Instant, days: number, zone: string): Instant {
  const last = sentAt.toZonedDateTimeISO(zone).toPlainDate().add({ days })
  return endOf({ date: last.toString() }, zone)
}

/** When next to look after an open proposal: to remind, or to let it lapse. */
export function nextDueAt(times: ProposalTimes): Instant {
  const day = reminderDays[times.reminders]
  const reminder = day === undefined ? null : times.sentAt.add({ hours: day * 24 })
  return reminder && isBefore(reminder, times.lapsesAt) ? reminder : times.lapsesAt
}

/** Proof of who one is holds for ten minutes. */
export const proofHolds = Temporal.Duration.from({ minutes: 10 })

export function isFreshProof(provenAt: Instant | null, at: Instant): boolean {
  return provenAt !== null && isBefore(at, provenAt.add(proofHolds))
}
