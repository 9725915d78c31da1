import type { Instant } from '../time/index.ts'

/** Days before an end at which holder and giver are told. */
export const noticeDays = [14, 7, 1] as const

/** An end within so many days is soon: it is pointed at on the desk, and can be looked for. */
export const soonDays = 30

export function isSoon(until: Instant, at: Instant): boolean {
  return until.epochMilliseconds - at.epochMilliseconds < soonDays * 86_400_000
}

/** How many of the notices before an end are due at an instant: none, one, two, or all three. */
export function noticesDue(until: Instant, at: Instant, daysBefore: readonly number[] = noticeDays): number {
  const hoursLeft = (until.epochMilliseconds - at.epochMilliseconds) / 3_600_000
  return daysBefore.filter(days => hoursLeft <= days * 24).length
}
