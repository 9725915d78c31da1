import { requireStanding, actingNow } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/queries.ts'
import { grantAsked } from '../grants/grantAsked.ts'
import { keepLess } from '../grants/keepLess.ts'
import { sayAll } from '../grants/tellThings.ts'
import type { ProposalKind, ProposalParts } from '../proposals/kind.ts'
import { answeredLetter, cameToNothingLetter, waitingLetter } from '../proposals/letters.ts'
import { assertAllHere, readAsk } from './readAsk.ts'
import { readBusinessAsks, type BusinessAskOwn } from './records.ts'
import { sayWanted } from './sayWanted.ts'

export function ownOf({ own }: Pick<ProposalParts, 'own'>): BusinessAskOwn {
  return own as BusinessAskOwn
}

const said = (parts: ProposalParts) => sayWanted(ownOf(parts).wanted, parts.business.zone)
/** The same as its owner reads it: by the names of its own assets. */
const saidToOwner = (parts: ProposalParts) => sayWanted(ownOf(parts).wanted, parts.business.zone, ownOf(parts).names)
const isKnown = (parts: ProposalParts) =>
  ownOf(parts).toNamed || parts.proposal.state === 'accepted' || parts.proposal.state === 'declined'
const nameOfOwner = (parts: ProposalParts) => (isKnown(parts) ? parts.partner!.name : 'the owner')

/** One business asks another for access to what that one owns. */
export const businessAsk: ProposalKind = {
  kind: 'business-ask',
  noun: 'ask',
  heading: 'Asked for',
  yes: { whole: 'Grant it', less: { begin: 'Grant less', send: 'Grant this' } },
  course: 'over with its answer',
  acceptedAs: 'granted',
  canBeSentAgain: true,
  canBePassedOn: false,
  answeredBy: 'business',

  readOwn: readBusinessAsks,
  name: ({ business }) => `what ${business.name} had asked for`,
  said,
  outset: (parts, side) =>
    side === 'received'
      ? `${parts.sender.name} of ${parts.business.name} asks for ${saidToOwner(parts)}`
      : `${parts.sender.name} asked ${nameOfOwner(parts)} for ${said(parts)}`,
  names: parts => Object.values(ownOf(parts).names),
  afterwards: () => null,
  shown: parts => ({ standing: 'member', contact: ownOf(parts).contact, takesChair: false }),
  partnerIsKnown: isKnown,
  whyVoid: async (_kit, manager, { business, sender }) => {
    const who = { person: sender.id, name: sender.name, address: sender.address }
    const acting = await actingNow(manager, business.id, who)
    return acting?.standing === 'admin' ? null : `${sender.name}, who asked, is no longer admin of ${business.name}`
  },

  assertMayAnswer: async (_kit, _manager, acting) =>
    requireStanding(acting, 'deal-with-partners', 'Answering another business'),
  things: async (_kit, manager, acting, parts) => {
    const read = await readAsk(manager, acting, parts)
    return { things: read.things, assertWhole: () => assertAllHere(acting, read) }
  },
  accept: async (kit, change, { business, proposal }, { acting, things, isLess }) => {
    const holder = { key: { kind: 'business' as const, id: business.id }, name: business.name, party: business }
    await grantAsked(kit, change, acting!, holder, things, proposal.id)
    if (isLess) await keepLess(change, acting!, { text: business.number, name: business.name }, things)
    return `Granted to ${business.name}: ${sayAll(things, acting!.zone)}. It is in force.`
  },

  letters: {
    waiting: async (_kit, change, parts) =>
      (await adminsOf(change.manager, parts.partner!.id)).map(admin =>
        waitingLetter(admin, parts.partner!, parts.business, parts.sender, {
          proposal: parts.proposal,
          verb: 'asked',
          term: 'Asks for',
          said: saidToOwner(parts),
        }),
      ),
    answered: ({ sender, business, partner }, told) => [
      answeredLetter(sender, business, partner!, {
        ...told,
        did: told.accepted ? 'granted' : 'declined',
        was: 'asked for',
      }),
    ],
    lapsed: parts => [
      cameToNothingLetter(parts.sender, {
        was: 'what was asked for',
        said: said(parts),
        why: parts.proposal.state === 'void' ? parts.proposal.reason! : `${nameOfOwner(parts)} did not answer in time`,
      }),
    ],
    cameToNothing: async (change, parts, why) =>
      (await adminsOf(change.manager, parts.partner!.id)).map(admin =>
        cameToNothingLetter(admin, { was: 'what was asked for', said: saidToOwner(parts), why }),
      ),
  },
}
