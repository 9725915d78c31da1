import { sayAll } from '../grants/tellThings.ts'
import type { ProposalKind, ProposalParts, ProposedThing } from './kind.ts'

/** Things of a proposal, as read: what is given on them, unless its kind says them otherwise. */
export function sayThingsOf(kind: ProposalKind, parts: ProposalParts, things: readonly ProposedThing[]): string {
  return kind.sayThings?.(parts, things) ?? sayAll(things, parts.business.zone)
}
