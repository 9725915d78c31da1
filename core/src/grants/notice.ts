import type { Instant } from '../time/index.ts'

/** Days before an end at which holder and giver are told. */
export const noticeDays = [14, 7, 1] as const

/** How many of the notices before an end are due at an instant: none, one, two, or all three. */
export function noticesDue(until: Instant, at: Instant): number {
  const hoursLeft = (until.epochMilliseconds - at.epochMilliseconds) / 3_600_000
  return noticeDays.filter(days => hoursLeft <= days * 24).length
}
