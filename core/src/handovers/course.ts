import type { Instant } from '../time/index.ts'

/** Hours after its yes at which a handover completes, unless a business has set otherwise. */
export const usualCoolingHours = 72
/** The longest that a business can set, in hours. */
export const longestCoolingHours = 14 * 24

/**
 * When a handover completes: after the longer of what both sides have set, so that less than a day takes both.
 */
export function completesAt(accepted: Instant, oneHours: number, otherHours: number): Instant {
  return accepted.add({ hours: Math.max(oneHours, otherHours) })
}
