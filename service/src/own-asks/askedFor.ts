import type { KnownPerson } from '../people/queries.ts'
import type { ProposalParts } from '../proposals/kind.ts'

/** Whom an ask is for: a colleague, or who asked. */
export function askedFor({ own, sender }: Pick<ProposalParts, 'own' | 'sender'>): KnownPerson {
  return (own as KnownPerson | null) ?? sender
}
