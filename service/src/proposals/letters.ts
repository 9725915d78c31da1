import { sayEnd } from '@famiglia/core'
import type { Acting } from '../businesses/acting.ts'
import type { Letter } from '../mail/letter.ts'
import { factsOf } from '../grants/letters.ts'
import type { PersonAddressed } from '../grants/addressee.ts'
import type { PlannedItem } from '../grants/planItem.ts'
import { sayItems } from '../grants/tellLevel.ts'
import type { KnownPerson } from '../people/records.ts'
import type { Proposal } from './records.ts'

export function invitationLetter(
  acting: Acting,
  who: PersonAddressed,
  proposal: Proposal,
  items: readonly PlannedItem[],
  changed: boolean,
): Letter {
  const said = items.length > 0 ? sayItems(items, acting.zone) : `work for ${acting.name} as ${proposal.standing}`
  const opening = changed
    ? `${acting.live.name} changed the invitation you have not answered yet.`
    : `${acting.live.name} invites you to work for ${acting.name}, as ${proposal.standing}.`
  return {
    to: { name: who.person?.name ?? null, address: proposal.toAddress! },
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
    to: { name: null, address: proposal.toAddress! },
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

/** To the inviter: somebody with the passed-on link would answer from another address. */
export function moveLetter(
  to: KnownPerson,
  business: { name: string; number: string },
  from: string,
  address: string,
): Letter {
  return {
    to,
    subject: `${address} wants to answer your invitation of ${from}`,
    body: [
      `Dear ${to.name},`,
      `Somebody with the link of your invitation to ${from} wants to answer from ${address}. Nothing was given. If you know the address, send the invitation there; if not, leave it or withdraw.`,
    ],
    button: { label: 'Look at it', leads: { to: 'page', path: `/${business.number}/desk` } },
  }
}

/** To everybody who can give it: a member of the business asks for access. */
export function askLetter(
  to: KnownPerson,
  business: { name: string; number: string },
  asker: { name: string; address: string },
  said: string,
  reason: string,
  proposal: string,
): Letter {
  return {
    to,
    subject: `${asker.name} asks for ${said}`,
    body: [
      `Dear ${to.name},`,
      `${asker.name} (${asker.address}) asks for access at ${business.name}. You can grant it, grant less, or decline.`,
    ],
    note: { text: reason, from: asker.name },
    facts: [['Asks for', said]],
    button: { label: 'Read and answer', leads: { to: 'page', path: `/${business.number}/proposals/${proposal}` } },
  }
}

/** To the asker: what became of it. What was taken out is told. */
export function askAnsweredLetter(
  to: KnownPerson,
  by: { name: string },
  outcome: { granted: boolean; said: string; less: string | null; reason: string | null },
): Letter {
  return {
    to,
    subject: outcome.granted
      ? `${by.name} granted you ${outcome.said}`
      : `${by.name} declined what you asked for: ${outcome.said}`,
    body: [
      `Dear ${to.name},`,
      outcome.granted
        ? `${by.name} granted what you asked for. It is in force now.`
        : `${by.name} declined. Nothing was changed.`,
      ...(outcome.less ? [`It is less than you asked for: ${outcome.less}`] : []),
    ],
    note: outcome.reason ? { text: outcome.reason, from: by.name } : null,
    button: { label: 'See what you may do', leads: { to: 'page', path: '/my-access' } },
  }
}

export function lapsedAskLetter(to: KnownPerson, business: { name: string }, said: string): Letter {
  return {
    to,
    subject: `Nobody answered what you asked for at ${business.name}`,
    body: [
      `Dear ${to.name},`,
      `You asked for ${said}. Nobody answered within the time, and nothing was given. You can ask again.`,
    ],
  }
}
