import { withReason } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { LiveSession } from '../base/live-session.ts'
import { Problem } from '../base/problem.ts'
import { actorOf } from '../base/session.ts'
import { findPersonByAddress } from '../people/queries.ts'
import { gatherProposal } from '../proposals/gather.ts'
import type { Register } from '../proposals/kind.ts'
import { closeProposal, findProposal } from '../proposals/queries.ts'
import { takeStep } from '../proposals/step.ts'
import { wrongPerson } from './acceptInvitation.ts'
import { followInvitationLink } from './followLink.ts'

/** Declines with the link from the letter; nobody has to make a sign-in to say no. */
export function declineByLink(kit: Kit, kinds: Register) {
  return async (link: string, live: LiveSession | null, reason: string | null): Promise<void> => {
    const { proposal, passedOn } = await followInvitationLink(kit, kit.database.manager, link)
    const known = await findPersonByAddress(kit.database.manager, proposal.toAddress!)
    if (live && live.person !== known?.id) throw wrongPerson(proposal, live)
    if (passedOn && !live)
      throw new Problem('sign-in.needed', 'This link was passed on: who it is for signs in to decline.')
    await decline(kit, kinds, proposal.id, live, reason)
  }
}

export async function decline(
  kit: Kit,
  kinds: Register,
  id: string,
  live: LiveSession | null,
  reason: string | null,
): Promise<void> {
  await kit.change(live ? actorOf(live) : null, async change => {
    const proposal = (await findProposal(change.manager, { id }))!
    const kind = kinds.of(proposal)
    const parts = await gatherProposal(change.manager, kinds, proposal)
    const repeated = takeStep(kind, proposal, 'decline', change.now, parts.business.zone)
    change.record({
      chain: proposal.businessId,
      what: repeated ? `${kind.kind}.repeated` : `${kind.kind}.declined`,
      sentence: withReason(`${proposal.toAddress} declined ${kind.name(parts)}`, reason),
      data: { proposal: id },
      ...(live ? {} : { by: null }),
    })
    if (repeated) return
    await closeProposal(change, id, { state: 'declined', reason, by: live?.person ?? null })
    const told = { by: { name: proposal.toAddress! }, accepted: false, said: kind.said(parts), whole: null, reason }
    for (const letter of kind.letters.answered(parts, told)) await change.mail(letter)
  })
}
