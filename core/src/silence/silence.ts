import { isBefore, Temporal, type Instant } from '../time/index.ts'

/** Days of silence after which an understudy who stepped in becomes an admin; whoever names one chooses 3 to 30. */
export const understudyDays = { usual: 7, least: 3, most: 30 } as const

/** Days of silence after which who contests an asset takes it over; and after a no, until they may contest it again. */
export const contestDays = { silence: 21, again: 90 } as const

const toldEvery = Temporal.Duration.from({ hours: 48 })
/** Silence is no answer to a letter that went out later than that before the end, however long the service itself was away. */
const timeToAnswer = Temporal.Duration.from({ hours: 20 })

export function silenceEndsAt(began: Instant, days: number): Instant {
  return began.add({ hours: days * 24 })
}

/** When those who can say no are told: at once and every second day, as long as it takes. */
export function tellingsOf(began: Instant, ends: Instant): Instant[] {
  const all: Instant[] = []
  for (let at = began; isBefore(at, ends); at = at.add(toldEvery)) all.push(at)
  return all
}

export interface Silence {
  readonly began: Instant
  readonly ends: Instant
  /** How many of its tellings went out. */
  readonly told: number
}

/** What is due of a silence: the letters that are owed by now, and when it ends. */
export interface SilenceDue {
  /** How many tellings are out once what is due now is told; the same as before where none is. */
  readonly told: number
  /** Moved where letters went out so late that nobody had the time to answer them. */
  readonly ends: Instant
  readonly isOver: boolean
}

export function dueOf({ began, ends, told }: Silence, at: Instant): SilenceDue {
  const owed = tellingsOf(began, ends).filter(one => !isBefore(at, one)).length
  if (owed <= told) return { told, ends, isOver: !isBefore(at, ends) }
  const answered = at.add(timeToAnswer)
  return { told: owed, ends: isBefore(ends, answered) ? answered : ends, isOver: false }
}

/** After a no: from when on it can be tried again. */
export function againAt(refused: Instant, days: number): Instant {
  return refused.add({ hours: days * 24 })
}
