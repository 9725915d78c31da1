import { sayEnd } from '@famiglia/core'
import type { Acting } from '../businesses/acting.ts'
import type { Business } from '../businesses/records.ts'
import { factsOf } from '../grants/letters.ts'
import type { PlannedItem } from '../grants/planItem.ts'
import { sayItems } from '../grants/tellLevel.ts'
import type { Letter } from '../mail/letter.ts'
import type { KnownPerson } from '../people/records.ts'
import type { Proposal } from '../proposals/records.ts'

type Named = Pick<Business, 'name' | 'number'>

const toProposal = (business: Named, proposal: string) =>
  ({ to: 'page', path: `/${business.number}/proposals/${proposal}` }) as const

/** To each admin of the business something is offered to. */
export function offerLetter(
  to: KnownPerson,
  partner: Named,
  acting: Acting,
  offer: {
    readonly proposal: Proposal
    readonly items: readonly PlannedItem[]
    readonly note: string | null
    readonly changed: boolean
  },
): Letter {
  return {
    to,
    subject: `${acting.name} lets ${partner.name} ${sayItems(offer.items, acting.zone)}`,
    body: [
      `Dear ${to.name},`,
      offer.changed
        ? `${acting.live.name} changed what ${acting.name} (${acting.number}) offers ${partner.name}. Nobody has answered yet.`
        : `${acting.live.name} of ${acting.name} (${acting.number}) offers ${partner.name} access to what ${acting.name} owns. You can accept it, accept less, or decline.`,
    ],
    note: offer.note ? { text: offer.note, from: acting.live.name } : null,
    facts: [
      ...factsOf(acting, offer.items),
      ['Stays open', `until ${sayEnd(offer.proposal.lapsesAt, acting.zone)}`],
      ['Then', `you put your own people on it. Nobody at ${acting.name} has to do anything when they change.`],
    ],
    button: { label: 'Read and answer', leads: toProposal(partner, offer.proposal.id) },
    unexpected: `Not expected? Decline it, or leave it: nothing is given until one of you accepts. It was sent by ${acting.live.address}.`,
  }
}

/** The same again to who has not answered: a reminder, or at the sender's wish. */
export function waitingLetter(
  to: KnownPerson,
  partner: Named,
  from: Named & { readonly zone: string },
  sender: KnownPerson,
  { proposal, said }: { readonly proposal: Proposal; readonly said: string },
): Letter {
  const asks = proposal.kind === 'ask'
  return {
    to,
    subject: `${from.name} waits for your answer: ${said}`,
    body: [
      `Dear ${to.name},`,
      asks
        ? `${sender.name} of ${from.name} (${from.number}) asked ${partner.name} for access. Nobody has answered yet.`
        : `${sender.name} of ${from.name} (${from.number}) offered ${partner.name} access. Nobody has answered yet.`,
    ],
    note: proposal.note ? { text: proposal.note, from: sender.name } : null,
    facts: [
      [asks ? 'Asks for' : 'Offers', said],
      ['Stays open', `until ${sayEnd(proposal.lapsesAt, from.zone)}`],
    ],
    button: { label: 'Read and answer', leads: toProposal(partner, proposal.id) },
  }
}

/** To who sent it: what became of it on the other side. */
export function answeredLetter(
  to: KnownPerson,
  sentFrom: Named,
  answer: {
    readonly by: { readonly name: string }
    readonly of: Named
    readonly proposal: Proposal
    readonly accepted: boolean
    readonly said: string
    /** What was sent, where less was accepted or granted. */
    readonly whole: string | null
    readonly reason: string | null
  },
): Letter {
  const { by, of, proposal, accepted, said, whole, reason } = answer
  const did = proposal.kind === 'ask' ? (accepted ? 'granted' : 'declined') : accepted ? 'accepted' : 'declined'
  return {
    to,
    subject: `${of.name} ${did}: ${said}`,
    body: [
      `Dear ${to.name},`,
      accepted
        ? `${by.name} of ${of.name} (${of.number}) ${did} it. It is in force now.`
        : `${by.name} of ${of.name} (${of.number}) declined. Nothing was changed.`,
      ...(whole ? [`It is less than was ${proposal.kind === 'ask' ? 'asked for' : 'offered'}: ${whole}.`] : []),
    ],
    note: reason ? { text: reason, from: by.name } : null,
    button: { label: 'See where it stands', leads: { to: 'page', path: `/${sentFrom.number}/partners/${of.number}` } },
  }
}

/** To the admins of who owns it: a partner passed on what it may pass on, and the further business accepted. */
export function passedOnLetter(to: KnownPerson, partner: Named, further: Named, said: string): Letter {
  return {
    to,
    subject: `${partner.name} passed on to ${further.name}: ${said}`,
    body: [
      `Dear ${to.name},`,
      `${partner.name} (${partner.number}) passed on to ${further.name} (${further.number}) what you had let it pass on. It reaches no more than ${partner.name} does; you see its people among those of ${partner.name}, can freeze each, and it ends with what ${partner.name} has.`,
    ],
    facts: [['Passed on', said]],
  }
}

/** To either side, when something open came to nothing without an answer. */
export function cameToNothingLetter(
  to: KnownPerson,
  { kind, said, why }: { readonly kind: string; readonly said: string; readonly why: string },
): Letter {
  const what = kind === 'ask' ? 'what was asked for' : 'what was offered'
  return {
    to,
    subject: `${why}: ${said}`,
    body: [`Dear ${to.name},`, `${why}: ${what} was not answered, and nothing was given. It can be said again.`],
  }
}
