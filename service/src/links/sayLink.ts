import { sayLinks } from '../grants/tellThings.ts'
import type { ProposalParts, ProposedThing } from '../proposals/kind.ts'
import type { LinkOwn } from './records.ts'

export function ownOfLink({ own }: Pick<ProposalParts, 'own'>): LinkOwn {
  return own as LinkOwn
}

/** Whoever asks for an account by its number alone reads its name once it was answered. */
export function knows(parts: ProposalParts, thing: ProposedThing): boolean {
  const { fromAbove, known } = ownOfLink(parts)
  return !fromAbove || parts.proposal.state === 'accepted' || known.includes(thing.target.id)
}

export function sayAsKnown(parts: ProposalParts, things: readonly ProposedThing[]): string {
  const named = things.map(thing =>
    knows(parts, thing) ? thing : { ...thing, target: { ...thing.target, name: thing.target.assets[0]!.number } },
  )
  return sayLinks(named, ownOfLink(parts).under.name, parts.business.zone)
}

export const sayWhole = (parts: ProposalParts) =>
  sayLinks(parts.things, ownOfLink(parts).under.name, parts.business.zone)
/** `; paid by Gullwright & Moss`, where that would change. */
export function sayWouldPay(parts: ProposalParts): string {
  const { paid } = ownOfLink(parts)
  return paid ? `; paid by ${paid.payer.name}` : ''
}
export const nameOfOther = (parts: ProposalParts) => (isKnown(parts) ? parts.partner!.name : 'the owner')
export const isKnown = (parts: ProposalParts) =>
  ownOfLink(parts).toNamed || parts.proposal.state === 'accepted' || parts.proposal.state === 'declined'
export const ownerOf = (parts: ProposalParts) => (ownOfLink(parts).fromAbove ? parts.partner! : parts.business)
export const gathererOf = (parts: ProposalParts) => (ownOfLink(parts).fromAbove ? parts.business : parts.partner!)
