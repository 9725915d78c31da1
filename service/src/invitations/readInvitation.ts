import type { Kit } from '../base/kit.ts'
import type { LiveSession } from '../base/live-session.ts'
import { findPersonByAddress } from '../people/queries.ts'
import type { ProposalInWords } from '../proposals/describe.ts'
import { gatherProposal } from '../proposals/gather.ts'
import type { Register } from '../proposals/kind.ts'
import { readProposal } from '../proposals/readProposal.ts'
import { assertOpen } from '../proposals/step.ts'
import { followInvitationLink } from './followLink.ts'

export interface InvitationRead {
  readonly proposal: ProposalInWords
  /** Whether the address has a sign-in already. */
  readonly known: boolean
  readonly signedInAs: string | null
  readonly passedOn: boolean
}

/** The invitation that a link leads to, while it is open, for whoever has the link. */
export async function readInvitation(
  kit: Kit,
  kinds: Register,
  link: string,
  live: LiveSession | null,
): Promise<InvitationRead> {
  const { manager } = kit.database
  const { proposal, passedOn } = await followInvitationLink(kit, manager, link)
  const { business } = await gatherProposal(manager, kinds, proposal)
  assertOpen(kinds.of(proposal), proposal, kit.clock.now(), business.zone)
  return {
    proposal: await readProposal(kit, kinds, proposal, { passedOn }),
    known: (await findPersonByAddress(manager, proposal.toAddress!)) !== null,
    signedInAs: live?.address ?? null,
    passedOn,
  }
}
