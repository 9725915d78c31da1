import { isWeighty, kindsHeldBy, standingTakesProof } from '@famiglia/core'
import { tellAdmins } from '../admins/tellAdmins.ts'
import { addMembership, findMembership } from '../businesses/queries.ts'
import { sayAll } from '../grants/tellThings.ts'
import { giveProposed } from '../proposals/giveProposed.ts'
import type { ProposalKind, ProposalParts } from '../proposals/kind.ts'
import { whyNoLongerGood } from '../proposals/stillGood.ts'
import { acceptedLetter, lettersToAddress } from './letters.ts'
import { invitationOutset } from './outset.ts'
import { readInvitations, type InvitationOwn } from './records.ts'

export function standingIn({ own }: Pick<ProposalParts, 'own'>): InvitationOwn['standing'] {
  return (own as InvitationOwn | null)?.standing ?? 'member'
}

function said(parts: ProposalParts): string {
  const { things, business } = parts
  const standing = standingIn(parts)
  if (things.length === 0) return `work for ${business.name} as ${standing}, on no asset yet`
  const what = sayAll(things, business.zone)
  return standing === 'member' ? what : `work for ${business.name} as ${standing}; ${what}`
}

/** Somebody is invited to join a business, with what they shall reach there. */
export const invitation: ProposalKind = {
  kind: 'invitation',
  noun: 'invitation',
  heading: 'An invitation',
  yes: { whole: 'Accept it', less: null },
  course: 'over with its answer',
  acceptedAs: 'accepted',
  canBeSentAgain: true,
  canBePassedOn: true,
  answeredBy: 'address',

  readOwn: readInvitations,
  name: ({ proposal }) => `the invitation to ${proposal.toAddress}`,
  said,
  outset: invitationOutset(said),
  afterwards: () => null,
  shown: parts => ({ standing: standingIn(parts), contact: null, takesChair: false }),
  partnerIsKnown: () => false,
  whyVoid: async (kit, manager, parts) =>
    standingIn(parts) === 'admin' && parts.business.twoApprovals
      ? `it takes two admins of ${parts.business.name} to make one since`
      : whyNoLongerGood(kit, manager, parts, standingIn(parts)),

  assertMayAnswer: async () => undefined,
  things: async (_kit, _manager, _acting, { things }) => ({ things, assertWhole: () => undefined }),
  accept: async (_kit, change, parts, { person, things }) => {
    const { proposal, business, sender } = parts
    const standing = standingIn(parts)
    const weighty = things.some(({ target, terms }) => isWeighty(kindsHeldBy(target), terms))
    if (change.actor && (weighty || standingTakesProof(standing)))
      change.requireFreshProof(
        'Accepting to give access, to see to the bills or to stand above others needs you to confirm it’s you.',
      )
    if (!(await findMembership(change.manager, business.id, person.id))) {
      if (standing === 'admin') {
        const reason = proposal.note ?? 'said when they were invited'
        await tellAdmins(change, business, {
          person,
          before: 'none',
          after: 'admin',
          by: sender,
          reason,
          accepted: true,
        })
      }
      await addMembership(change.manager, {
        business: business.id,
        person: person.id,
        standing,
        since: change.now,
        invitedBy: proposal.sentBy,
      })
    }
    change.record({
      chain: business.id,
      what: 'invitation.accepted',
      sentence: `${person.name} (${proposal.toAddress}) accepted the invitation of ${sender.name} and is ${standing} of ${business.name}.`,
      about: person.id,
      by: { id: person.id, name: person.name },
      data: { proposal: proposal.id },
    })
    const holder = { key: { kind: 'person' as const, id: person.id }, name: person.name, party: null }
    await giveProposed(change, parts, things, holder, { id: person.id, name: person.name })
    await change.mail(
      acceptedLetter(sender, business, { name: person.name, address: proposal.toAddress! }, said(parts), person.id),
    )
    return `You work for ${business.name} now.`
  },

  letters: lettersToAddress(said),
}
