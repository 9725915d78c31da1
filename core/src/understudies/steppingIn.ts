import { isBefore, Temporal, type Instant } from '../time/index.ts'

/** Days of silence after which an understudy who stepped in becomes an admin; whoever names one chooses 3 to 30. */
export const silenceDays = { usual: 7, least: 3, most: 30 } as const

const toldEvery = Temporal.Duration.from({ hours: 48 })
/** Nobody becomes an admin sooner after the last letter went out, however long the service itself was away. */
const timeToAnswer = Temporal.Duration.from({ hours: 20 })

export function becomesAdminAt(began: Instant, days: number): Instant {
  return began.add({ hours: days * 24 })
}

/** When those who can say no are told: at once and every second day, as long as it takes. */
export function tellingsOf(began: Instant, becomes: Instant): Instant[] {
  const all: Instant[] = []
  for (let at = began; isBefore(at, becomes); at = at.add(toldEvery)) all.push(at)
  return all
}

export interface SteppingInNow {
  readonly began: Instant
  readonly becomes: Instant
  /** How many of its tellings went out. */
  readonly told: number
}

/** What is due of somebody who steps in: the letters that are owed by now, and from when on they can be an admin. */
export interface SteppingInDue {
  /** How many tellings are out once what is due now is told; the same as before where none is. */
  readonly told: number
  /** Moved where letters went out so late that nobody had the time to answer them. */
  readonly becomes: Instant
  readonly isOver: boolean
}

export function dueOf({ began, becomes, told }: SteppingInNow, at: Instant): SteppingInDue {
  const owed = tellingsOf(began, becomes).filter(one => !isBefore(at, one)).length
  if (owed <= told) return { told, becomes, isOver: !isBefore(at, becomes) }
  const answered = at.add(timeToAnswer)
  return { told: owed, becomes: isBefore(becomes, answered) ? answered : becomes, isOver: false }
}

/** After a no: from when on the understudy can step in again. */
export function stepsInAgainAt(refused: Instant, days: number): Instant {
  return refused.add({ hours: days * 24 })
}
