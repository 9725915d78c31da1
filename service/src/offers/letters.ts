import { sayEnd } from '@famiglia/core'
import type { Letter } from '../base/letter.ts'
import type { Acting } from '../businesses/acting.ts'
import type { Business } from '../businesses/queries.ts'
import type { Inside } from '../grants/inside.ts'
import { factsOf } from '../grants/letters.ts'
import { sayAll } from '../grants/tellThings.ts'
import type { KnownPerson } from '../people/queries.ts'
import type { ProposedThing } from '../proposals/kind.ts'
import { toProposal } from '../proposals/letters.ts'
import type { Proposal } from '../proposals/queries.ts'
import { toldOf } from '../proposals/toldOf.ts'

type Named = Pick<Business, 'name' | 'number'>

/** To each admin of the business something is offered to: the whole offer, as it stands when the letter leaves. */
export function offerLetter(
  to: KnownPerson,
  partner: Named,
  acting: Acting,
  offer: {
    readonly proposal: Proposal
    readonly things: readonly ProposedThing[]
    readonly inside: Inside
    /** What became different since a letter about it left; null for the first. */
    readonly changes: string | null
  },
): Letter {
  return {
    to,
    subject: `${acting.name} lets ${partner.name} ${sayAll(offer.things, acting.zone)}`,
    body: [
      `Dear ${to.name},`,
      offer.changes !== null
        ? `${acting.live.name} changed what ${acting.name} (${acting.number}) offers ${partner.name}. Nobody has answered yet. New is: ${offer.changes}.`
        : `${acting.live.name} of ${acting.name} (${acting.number}) offers ${partner.name} access to what ${acting.name} owns. You can accept it, accept less, or decline.`,
    ],
    note: offer.proposal.note ? { text: offer.proposal.note, from: acting.live.name } : null,
    facts: [
      ...factsOf(acting, offer.things.map(toldOf), offer.inside),
      ['Stays open', `until ${sayEnd(offer.proposal.lapsesAt, acting.zone)}`],
      ['Then', `you put your own people on it. Nobody at ${acting.name} has to do anything when they change.`],
    ],
    button: { label: 'Read and answer', leads: toProposal(partner, offer.proposal.id) },
    unexpected: `Not expected? Decline it, or leave it: nothing is given until one of you accepts. It was sent by ${acting.live.address}.`,
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
