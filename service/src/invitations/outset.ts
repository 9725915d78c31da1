import type { ProposalKind, ProposalParts } from '../proposals/kind.ts'

/** `Agnese Torvald invited bea@… to run on Summer Crossings`, and the same to who is invited. */
export function invitationOutset(said: (parts: ProposalParts) => string): ProposalKind['outset'] {
  return (parts, side) =>
    side === 'received'
      ? `${parts.sender.name} of ${parts.business.name} invites you to ${said(parts)}`
      : `${parts.sender.name} invited ${parts.proposal.toAddress} to ${said(parts)}`
}
