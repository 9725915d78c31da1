import { sayEnd, standingMeans, type Standing } from '@famiglia/core'
import type { Letter } from '../base/letter.ts'
import type { Acting } from '../businesses/acting.ts'
import type { Inside } from '../grants/inside.ts'
import { factsOf } from '../grants/letters.ts'
import { sayAll } from '../grants/tellThings.ts'
import type { KnownPerson } from '../people/queries.ts'
import type { ProposalKind, ProposalParts, ProposedThing } from '../proposals/kind.ts'
import type { Proposal } from '../proposals/queries.ts'
import { toldOf } from '../proposals/toldOf.ts'

/** The whole invitation as it stands when the letter leaves: all things, the standing, the note. */
export function invitationLetter(
  acting: Acting,
  {
    known,
    proposal,
    things,
    inside,
    standing,
    changes,
  }: {
    readonly known: boolean
    readonly proposal: Proposal
    readonly things: readonly ProposedThing[]
    readonly inside: Inside
    readonly standing: Standing
    /** What became different since a letter about it left; null for the first. */
    readonly changes: string | null
  },
): Letter {
  const said = things.length > 0 ? sayAll(things, acting.zone) : `work for ${acting.name} as ${standing}`
  return {
    to: { name: null, address: proposal.toAddress! },
    replyTo: { name: acting.live.name, address: acting.live.address },
    subject: `${acting.live.name} lets you ${said}`,
    body: [
      changes === null
        ? `${acting.live.name} invites you to work for ${acting.name}, as ${standing}.`
        : `${acting.live.name} changed the invitation you have not answered yet. New is: ${changes}.`,
    ],
    note: proposal.note ? { text: proposal.note, from: acting.live.name } : null,
    facts: [
      ...(standing === 'member'
        ? []
        : [['You join as', `${standing}. ${standingMeans[standing]}`] as [string, string]]),
      ...factsOf(acting, things.map(toldOf), inside),
      ['Stays open', `until ${sayEnd(proposal.lapsesAt, acting.zone)}`],
      [
        'Then',
        known
          ? 'You sign in as ever and accept.'
          : 'You make a sign-in of your own, once. No password is sent or shared.',
      ],
    ],
    button: { label: 'Read and answer', leads: { to: 'invitation', id: proposal.id, generation: proposal.generation } },
    unexpected: `Not expected? Leave it, or decline and say why: nothing is given until you accept. It was sent by ${acting.live.address}.`,
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
    replyTo: { name: sender.name, address: sender.address },
    subject: `${sender.name} waits for your answer: ${said}`,
    body: [`${sender.name} invited you to work for ${business.name}. You have not answered yet.`],
    note: proposal.note ? { text: proposal.note, from: sender.name } : null,
    facts: [
      ['You may', said],
      ['Stays open', `until ${sayEnd(proposal.lapsesAt, business.zone)}`],
    ],
    button: { label: 'Read and answer', leads: { to: 'invitation', id: proposal.id, generation: proposal.generation } },
    unexpected: `Not expected? Leave it, or decline and say why: nothing is given until you accept. It was sent by ${sender.address}.`,
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

function declinedLetter(to: KnownPerson, business: { name: string }, address: string, reason: string | null): Letter {
  return {
    to,
    subject: `${address} declined your invitation to ${business.name}`,
    body: [`Dear ${to.name},`, `${address} declined. Nothing was given.`],
    note: reason ? { text: reason, from: address } : null,
  }
}

function lapsedLetter(to: KnownPerson, business: { name: string }, address: string): Letter {
  return {
    to,
    subject: `The invitation of ${address} to ${business.name} expired`,
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

function voidLetter(to: KnownPerson, business: { name: string }, address: string, why: string): Letter {
  return {
    to,
    subject: `The invitation of ${address} to ${business.name} holds no longer`,
    body: [`Dear ${to.name},`, `${address} wanted to accept it, but it holds no longer: ${why}. Nothing was given.`],
  }
}

/** The letters of what is bound to an address: it is answered by its link, and who sent it hears what became of it. */
export function lettersToAddress(said: (parts: ProposalParts) => string): ProposalKind['letters'] {
  return {
    waiting: async (_kit, _change, parts) => [
      invitationAgainLetter(parts.business, parts.sender, parts.proposal, said(parts)),
    ],
    answered: ({ sender, business, proposal }, { reason }) => [
      declinedLetter(sender, business, proposal.toAddress!, reason),
    ],
    lapsed: ({ sender, business, proposal }) => [
      proposal.state === 'void'
        ? voidLetter(sender, business, proposal.toAddress!, proposal.reason!)
        : lapsedLetter(sender, business, proposal.toAddress!),
    ],
    cameToNothing: async () => [],
  }
}
