import { sayTaken } from './sayTaken.ts'
import { lettersToAddress } from '../invitations/letters.ts'
import { invitationOutset } from '../invitations/outset.ts'
import { addMembership, findMembership, changeMembership } from '../businesses/queries.ts'
import type { ProposalKind, ProposalParts } from '../proposals/kind.ts'
import { whyNoLongerGood } from '../proposals/stillGood.ts'
import { takeChair } from './takeChair.ts'
import { whatComesWithIt } from './whatComesWithIt.ts'

const said = ({ business }: ProposalParts) => sayTaken(business.name)

/** A client is invited to take over the business that another one runs for them. */
export const chair: ProposalKind = {
  kind: 'chair',
  noun: 'invitation',
  heading: 'An invitation',
  yes: { whole: 'Accept it', less: null },
  course: 'over with its answer',
  acceptedAs: 'accepted',
  canBeSentAgain: true,
  canBePassedOn: true,
  answeredBy: 'address',

  readOwn: async () => new Map(),
  name: ({ proposal, business }) => `the invitation to ${proposal.toAddress} to take over ${business.name}`,
  said,
  outset: invitationOutset(said),
  beforehand: whatComesWithIt,
  afterwards: () => null,
  shown: () => ({ standing: 'admin', contact: null, takesChair: true }),
  partnerIsKnown: () => false,
  whyVoid: async (kit, manager, parts) =>
    parts.business.trusteeId === null
      ? `${parts.business.name} is in the hands of its owner already`
      : whyNoLongerGood(kit, manager, parts, 'admin'),

  assertMayAnswer: async () => undefined,
  things: async () => ({ things: [], assertWhole: () => undefined }),
  accept: async (_kit, change, parts, { person, keeping }) => {
    const { business, proposal, sender } = parts
    if (change.actor) change.requireFreshProof('Taking over a business needs you to confirm it’s you.')
    const known = await findMembership(change.manager, business.id, person.id)
    if (known) await changeMembership(change.manager, business.id, person.id, { standing: 'admin' })
    else
      await addMembership(change.manager, {
        business: business.id,
        person: person.id,
        standing: 'admin',
        since: change.now,
        invitedBy: proposal.sentBy,
      })
    change.record({
      chain: business.id,
      what: 'chair.accepted',
      sentence: `${person.name} (${proposal.toAddress}) accepted the invitation of ${sender.name} and is admin of ${business.name}.`,
      about: person.id,
      by: { id: person.id, name: person.name },
      data: { proposal: proposal.id },
    })
    await takeChair(change, business, person, keeping)
    return `${business.name} is yours now.`
  },

  letters: lettersToAddress(said),
}
