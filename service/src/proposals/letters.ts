import { sayEnd } from '@famiglia/core'
import type { Acting } from '../businesses/acting.ts'
import type { Letter } from '../mail/letter.ts'
import { factsOf } from '../grants/letters.ts'
import type { Addressee, PlannedItem } from '../grants/planSentence.ts'
import { sayWords } from '../grants/tellLevel.ts'
import type { KnownPerson } from '../people/records.ts'
import type { Proposal } from './records.ts'

export function invitationLetter(
  acting: Acting,
  who: Addressee,
  proposal: Proposal,
  items: readonly PlannedItem[],
  changed: boolean,
): Letter {
  const said = sayWords(
    items[0]!.words,
    items.map(item => item.asset.name),
    acting.zone,
  )
  const opening = changed
    ? `${acting.live.name} changed the invitation you have not answered yet.`
    : `${acting.live.name} invites you to work for ${acting.name}, as member.`
  return {
    to: { name: who.person?.name ?? null, address: proposal.toAddress },
    subject: `${acting.live.name} lets you ${said}`,
    body: [opening],
    note: proposal.note ? { text: proposal.note, from: acting.live.name } : null,
    facts: [
      ...factsOf(acting, items),
      ['Stays open', `until ${sayEnd(proposal.lapsesAt, acting.zone)}`],
      [
        'Then',
        who.person
          ? 'You sign in as ever and accept.'
          : 'You make a sign-in of your own, once. No password is sent or shared.',
      ],
    ],
    button: { label: 'Read and answer', leads: { to: 'invitation', id: proposal.id, generation: proposal.generation } },
    unexpected: `Not expected? Leave it, or decline with a word: nothing is given until you accept. It was sent by ${acting.live.address}.`,
  }
}

/** A reminder, or the same invitation sent again with a new link. */
export function invitationAgainLetter(
  business: { name: string; zone: string },
  sender: KnownPerson,
  proposal: Proposal,
  said: string,
): Letter {
  return {
    to: { name: null, address: proposal.toAddress },
    subject: `${sender.name} waits for your answer: ${said}`,
    body: [`${sender.name} invited you to work for ${business.name}. You have not answered yet.`],
    note: proposal.note ? { text: proposal.note, from: sender.name } : null,
    facts: [
      ['You may', said],
      ['Stays open', `until ${sayEnd(proposal.lapsesAt, business.zone)}`],
    ],
    button: { label: 'Read and answer', leads: { to: 'invitation', id: proposal.id, generation: proposal.generation } },
    unexpected: `Not expected? Leave it, or decline with a word: nothing is given until you accept. It was sent by ${sender.address}.`,
  }
}

export function acceptedLetter(
  to: KnownPerson,
  business: { name: string; number: string },
  person: { name: string; address: string },
  said: string,
  personId: string,
): Letter {
  return {
    to,
    subject: `${person.name} accepted: ${said}`,
    body: [
      `Dear ${to.name},`,
      `${person.name} (${person.address}) accepted your invitation to ${business.name}. It is in force.`,
    ],
    facts: [['Given', said]],
    button: {
      label: `See what ${person.name} has`,
      leads: { to: 'page', path: `/${business.number}/people/${personId}` },
    },
  }
}

export function declinedLetter(
  to: KnownPerson,
  business: { name: string },
  address: string,
  reason: string | null,
): Letter {
  return {
    to,
    subject: `${address} declined your invitation to ${business.name}`,
    body: [`Dear ${to.name},`, `${address} declined. Nothing was given.`],
    note: reason ? { text: reason, from: address } : null,
  }
}

export function lapsedLetter(to: KnownPerson, business: { name: string }, address: string): Letter {
  return {
    to,
    subject: `The invitation of ${address} to ${business.name} lapsed`,
    body: [
      `Dear ${to.name},`,
      `${address} did not answer in time. Nothing was given. Say the sentence again to invite anew.`,
    ],
  }
}
