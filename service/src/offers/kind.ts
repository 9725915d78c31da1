import { isWeighty, kindsHeldBy } from '@famiglia/core'
import { requireStanding } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/queries.ts'
import { sayAll } from '../grants/tellThings.ts'
import { giveProposed } from '../proposals/giveProposed.ts'
import type { ProposalKind, ProposalParts } from '../proposals/kind.ts'
import { answeredLetter, cameToNothingLetter, waitingLetter } from '../proposals/letters.ts'
import { whyNoLongerGood } from '../proposals/stillGood.ts'
import { passedOnLetter } from './letters.ts'

const said = ({ things, business }: ProposalParts) => sayAll(things, business.zone)

/** One business offers another access to what it owns or holds. */
export const offer: ProposalKind = {
  kind: 'offer',
  noun: 'offer',
  heading: 'An offer',
  yes: { whole: 'Accept it', less: { begin: 'Accept less', send: 'Accept this' } },
  course: 'over with its answer',
  acceptedAs: 'accepted',
  canBeSentAgain: true,
  canBePassedOn: false,
  answeredBy: 'business',

  readOwn: async () => new Map(),
  name: ({ partner }) => `the offer to ${partner!.name}`,
  said,
  outset: (parts, side) =>
    side === 'received'
      ? `${parts.sender.name} of ${parts.business.name} offers ${parts.partner!.name} ${said(parts)}`
      : `${parts.sender.name} offered ${parts.partner!.name} ${said(parts)}`,
  afterwards: ({ things }) =>
    `you put your own people on it, up to this${things.some(thing => thing.mayPassOn) ? '; you may pass it on to a further business' : ''}. It costs you nothing.`,
  shown: () => ({ standing: 'member', contact: null, takesChair: false }),
  partnerIsKnown: () => true,
  whyVoid: (kit, manager, parts) => whyNoLongerGood(kit, manager, parts),

  assertMayAnswer: async (_kit, _manager, acting) =>
    requireStanding(acting, 'deal-with-partners', 'Answering another business'),
  things: async (_kit, _manager, _acting, { things }) => ({ things, assertWhole: () => undefined }),
  accept: async (_kit, change, parts, { acting, things, person }) => {
    const { business } = parts
    if (things.some(({ target, terms }) => isWeighty(kindsHeldBy(target), terms)))
      change.requireFreshProof('Accepting to give access or to see to the bills needs you to confirm it’s you.')
    const holder = { key: { kind: 'business' as const, id: acting!.id }, name: acting!.name, party: acting! }
    await giveProposed(change, parts, things, holder, { id: person.id, name: person.name })
    const taken = sayAll(things, business.zone)
    const owners = new Set(things.map(({ target }) => target.ownedBy).filter(owner => owner !== business.id))
    for (const owner of owners)
      for (const admin of await adminsOf(change.manager, owner))
        await change.mail(passedOnLetter(admin, business, acting!, taken))
    return `Accepted from ${business.name}: ${taken}. Put your people on it now.`
  },

  letters: {
    waiting: async (_kit, change, { proposal, partner, business, sender, things }) =>
      (await adminsOf(change.manager, partner!.id)).map(admin =>
        waitingLetter(admin, partner!, business, sender, {
          proposal,
          verb: 'offered',
          term: 'Offers',
          said: sayAll(things, business.zone),
        }),
      ),
    answered: ({ sender, business, partner }, told) => [
      answeredLetter(sender, business, partner!, {
        ...told,
        did: told.accepted ? 'accepted' : 'declined',
        was: 'offered',
      }),
    ],
    lapsed: ({ sender, business, partner, things, proposal }) => [
      cameToNothingLetter(sender, {
        was: 'what was offered',
        said: sayAll(things, business.zone),
        why: proposal.state === 'void' ? proposal.reason! : `${partner!.name} did not answer in time`,
      }),
    ],
    cameToNothing: async (change, { partner, business, things }, why) =>
      (await adminsOf(change.manager, partner!.id)).map(admin =>
        cameToNothingLetter(admin, { was: 'what was offered', said: sayAll(things, business.zone), why }),
      ),
  },
}
