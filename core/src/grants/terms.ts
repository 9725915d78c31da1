import type { Given } from '../levels/index.ts'
import type { Instant } from '../time/index.ts'

/** What a grant says: a tier, actions by name, what it hides, and from when until when. */
export interface Terms extends Given {
  readonly from: Instant | null
  /** Itself not included; null where no end is set. */
  readonly until: Instant | null
}

export function sameInstant(one: Instant | null, other: Instant | null): boolean {
  return one === null || other === null ? one === other : one.equals(other)
}

export function sameTerms(one: Terms, other: Terms): boolean {
  const key = ({ tier, actions, hiding, from, until }: Terms) =>
    JSON.stringify([tier, [...actions].sort(), [...hiding].sort(), String(from), String(until)])
  return key(one) === key(other)
}
