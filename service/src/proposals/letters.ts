import { capitalised as capital, sayEnd } from '@famiglia/core'
import type { Letter } from '../base/letter.ts'
import type { Business } from '../businesses/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import type { AnswerTold } from './kind.ts'
import type { Proposal } from './queries.ts'

type Named = Pick<Business, 'name' | 'number'>

export const toProposal = (business: Pick<Named, 'number'>, proposal: string) =>
  ({ to: 'page', path: `/${business.number}/proposals/${proposal}` }) as const

/** The same again to who has not answered: a reminder, or at the sender's wish. */
export function waitingLetter(
  to: KnownPerson,
  partner: Named,
  from: Named & { readonly zone: string },
  sender: KnownPerson,
  {
    proposal,
    verb,
    term,
    said,
  }: {
    readonly proposal: Proposal
    readonly verb: 'offered' | 'asked'
    readonly term: string
    readonly said: string
  },
): Letter {
  const access = verb === 'asked' ? 'for access' : 'access'
  return {
    to,
    subject: `${from.name} waits for your answer: ${said}`,
    body: [
      `Dear ${to.name},`,
      `${sender.name} of ${from.name} (${from.number}) ${verb} ${partner.name} ${access}. Nobody has answered yet.`,
    ],
    note: proposal.note ? { text: proposal.note, from: sender.name } : null,
    facts: [
      [term, said],
      ['Stays open', `until ${sayEnd(proposal.lapsesAt, from.zone)}`],
    ],
    button: { label: 'Read and answer', leads: toProposal(partner, proposal.id) },
  }
}

/** To who sent it: what became of it on the other side. */
export function answeredLetter(
  to: KnownPerson,
  sentFrom: Named,
  of: Named,
  answer: AnswerTold & { readonly did: string; readonly was: string },
): Letter {
  const { by, accepted, said, whole, reason, did, was } = answer
  return {
    to,
    subject: `${of.name} ${did}: ${said}`,
    body: [
      `Dear ${to.name},`,
      accepted
        ? `${by.name} of ${of.name} (${of.number}) ${did} it. It is in force now.`
        : `${by.name} of ${of.name} (${of.number}) declined. Nothing was changed.`,
      ...(whole ? [`It is less than was ${was}: ${whole}.`] : []),
    ],
    note: reason ? { text: reason, from: by.name } : null,
    button: { label: 'See where it stands', leads: { to: 'page', path: `/${sentFrom.number}/partners/${of.number}` } },
  }
}

/** To either side, when something open came to nothing without an answer. */
export function cameToNothingLetter(
  to: KnownPerson,
  { was, said, why }: { readonly was: string; readonly said: string; readonly why: string },
): Letter {
  const told = capital(why)
  return {
    to,
    subject: `${told}: ${said}`,
    body: [`Dear ${to.name},`, `${told}: ${was} was not answered, and nothing was given. It can be said again.`],
  }
}
