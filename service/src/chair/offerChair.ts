import { isAddress, sayEnd } from '@famiglia/core'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { getBusiness } from '../businesses/queries.ts'
import { between } from '../base/chain.ts'
import type { Letter } from '../base/letter.ts'
import { openProposal, openProposals, type Proposal } from '../proposals/queries.ts'

/**
 * Invites the client to take over a business that is held in trust: by accepting they become its admin, and the
 * trustee's people go. `chair.not-in-trust` where nobody holds it so.
 */
export function offerChair(kit: Kit) {
  return async (acting: Acting, to: string, note: string | null): Promise<{ result: string; proposal: string }> => {
    requireStanding(acting, 'arrange-people', 'Handing over a business')
    const address = to.toLowerCase()
    if (!isAddress(address))
      throw new Problem('address.invalid', `“${to}” is not an e-mail address.`, { pointer: '/address' })
    const { trusteeId } = await getBusiness(kit.database.manager, acting.id)
    if (!trusteeId)
      throw new Problem(
        'chair.not-in-trust',
        `${acting.name} was not opened for a client, or its owner has taken it over: its admins are its own.`,
      )
    return changeFor(kit, acting, async change => {
      change.requireFreshProof('Handing over a business needs you to confirm it’s you.')
      if ((await openProposals(change.manager, { businessId: acting.id, toAddress: address })).length > 0)
        throw new Problem('proposal.answered', `${address} has an open invitation already. Withdraw it first.`)
      const trustee = await getBusiness(change.manager, trusteeId)
      const proposal = await openProposal(change, {
        kind: 'chair',
        businessId: acting.id,
        toAddress: address,
        note,
        sentBy: acting.live.person,
        days: acting.proposalDays,
        zone: acting.zone,
      })
      change.record({
        ...between(acting, trustee),
        what: 'chair.offered',
        sentence: `${acting.live.name} invited ${address} to take over ${acting.name}.`,
        data: { proposal: proposal.id },
      })
      await change.mail(chairLetter(acting, trustee.name, proposal, note), {
        proposal: proposal.id,
        notBefore: change.now,
      })
      return {
        proposal: proposal.id,
        result: `Sent to ${address}: the invitation to take over ${acting.name}. It waits for an answer until ${sayEnd(proposal.lapsesAt, acting.zone)}.`,
      }
    })
  }
}

function chairLetter(acting: Acting, trustee: string, proposal: Proposal, note: string | null): Letter {
  return {
    to: { name: null, address: proposal.toAddress! },
    subject: `${acting.live.name} hands you ${acting.name}`,
    body: [
      `${trustee} opened ${acting.name} (${acting.number}) for you and has run it so far. Accept, and it is yours: you become its admin, and the people of ${trustee} are no longer in it.`,
    ],
    note: note ? { text: note, from: acting.live.name } : null,
    facts: [
      ['You get', `everything ${acting.name} owns here, with its history`],
      [trustee, 'keeps only what you leave it; you choose when you accept'],
      ['Stays open', `until ${sayEnd(proposal.lapsesAt, acting.zone)}`],
    ],
    button: { label: 'Read and answer', leads: { to: 'invitation', id: proposal.id, generation: proposal.generation } },
    unexpected: `Not expected? Leave it, or decline and say why. It was sent by ${acting.live.address}.`,
  }
}
