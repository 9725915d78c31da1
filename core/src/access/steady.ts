import type { Instant } from '../time/index.ts'
import { grantsIn, type AccessFacts } from './facts.ts'

/** A span of time, in milliseconds since 1970: from its first instant on, before its last. */
export interface Span {
  readonly from: number
  readonly before: number
}

/**
 * The span around an instant in which nothing in the facts begins or ends: whatever is decided or said at one instant of it
 * is decided and said so at every other.
 */
export function steadySpan(facts: AccessFacts, at: Instant): Span {
  const now = at.epochMilliseconds
  let from = Number.NEGATIVE_INFINITY
  let before = Number.POSITIVE_INFINITY
  for (const { from: begins, until, ended, holder } of grantsIn(facts))
    for (const turn of [begins, until, ended, holder.kind === 'team' ? holder.since : null]) {
      if (!turn) continue
      if (turn.epochMilliseconds <= now) from = Math.max(from, turn.epochMilliseconds)
      else before = Math.min(before, turn.epochMilliseconds)
    }
  return { from, before }
}
