import { sayCount, sayDate, sayEnd, sayInstant } from '@famiglia/core'
import type { Letter } from '../base/letter.ts'
import type { Business } from '../businesses/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import type { ProposalParts } from '../proposals/kind.ts'
import type { SteppingIn, Understudy, UnderstudyOwn } from './records.ts'

type Named = Pick<Business, 'name' | 'number' | 'zone'>

const toDesk = (business: Named) => ({ to: 'page', path: `/${business.number}/desk` }) as const
const toUnderstudy = (business: Named) => ({ to: 'page', path: `/${business.number}/understudy` }) as const

/** To whom an admin named: what it is, and that they have to accept it. */
export function namedLetter({ business, sender, proposal, own }: ProposalParts): Letter {
  const { person, days } = own as UnderstudyOwn
  return {
    to: person,
    subject: `${sender.name} asks you to be the understudy of ${business.name}`,
    body: [
      `Dear ${person.name},`,
      `${sender.name} (${sender.address}) asks you to be the understudy of ${business.name}: should no admin be there to act, you step in, and become an admin after ${sayCount(days, 'day', 'days')} in which none of them said no. Until then you may do nothing more than now.`,
      'It takes a second step of signing in, set up for you.',
    ],
    note: proposal.note ? { text: proposal.note, from: sender.name } : null,
    facts: [['Stays open', `until ${sayEnd(proposal.lapsesAt, business.zone)}`]],
    button: { label: 'Read and answer', leads: toDesk(business) },
    unexpected: `Not expected? Decline it, or leave it. It was sent by ${sender.address}.`,
  }
}

/** To who named them: yes or no. */
export function answerLetter(
  to: KnownPerson,
  business: Named,
  by: KnownPerson,
  { accepted, reason }: { readonly accepted: boolean; readonly reason: string | null },
): Letter {
  return {
    to,
    subject: `${by.name} ${accepted ? 'is the understudy of' : 'declined to be the understudy of'} ${business.name}`,
    body: [
      `Dear ${to.name},`,
      accepted
        ? `${by.name} accepted: should no admin be there to act, they step in.`
        : `${by.name} declined. ${business.name} can name somebody else.`,
    ],
    note: reason ? { text: reason, from: by.name } : null,
    button: { label: 'See the understudy', leads: toUnderstudy(business) },
  }
}

/** To each who can say no, at once and every second day: who steps in, why, and when it holds. */
export function steppingInLetter(
  to: KnownPerson,
  business: Named,
  { person }: Understudy,
  { reason, began, becomes }: Pick<SteppingIn, 'reason' | 'began' | 'becomes'>,
  isFirst: boolean,
): Letter {
  const when = sayInstant(becomes, business.zone)
  return {
    to,
    subject: `${isFirst ? '' : 'Still so: '}${person.name} becomes an admin of ${business.name} on ${sayDate(becomes, business.zone)}, unless one of you says no`,
    body: [
      `Dear ${to.name},`,
      `${person.name} (${person.address}), the understudy of ${business.name}, stepped in on ${sayInstant(began, business.zone)}. If no admin and nobody in finance says no until ${when}, ${person.name} is an admin beside the others from then on. Nobody loses anything.`,
      'If you are there, say no: one no is enough, and takes one click.',
    ],
    note: { text: reason, from: person.name },
    button: { label: 'Read it, and say no', leads: toUnderstudy(business) },
  }
}

/** How it ended, to the understudy and to all who were told of it. */
export function steppingInEndedLetter(to: KnownPerson, business: Named, understudy: Understudy, said: string): Letter {
  const own = to.id === understudy.person.id
  return {
    to,
    subject: `${own ? 'You no longer step' : `${understudy.person.name} no longer steps`} in at ${business.name}`,
    body: [`Dear ${to.name},`, `${said} It is over: nobody becomes an admin by silence.`],
    button: { label: 'See the understudy', leads: toUnderstudy(business) },
  }
}

/** To the understudy: it is over, by whom and why. */
export function endedLetter(business: Named, { person }: Understudy, said: string): Letter {
  return {
    to: person,
    subject: `You are no longer the understudy of ${business.name}`,
    body: [`Dear ${person.name},`, `${said} What else you have at ${business.name} stays as it was.`],
  }
}
