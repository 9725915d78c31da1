import type { Letter } from '../base/letter.ts'
import type { KnownPerson } from '../people/queries.ts'
import type { AnswerTold } from '../proposals/kind.ts'

/** What is asked for, and whom it is to be given to, where that is a colleague of who asks. */
export function sayWanted(said: string, colleague: { readonly name: string } | null): string {
  return colleague ? `${said}, to be given to ${colleague.name}` : said
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

/** To the colleague whom something was asked for: it was granted. */
export function grantedForYouLetter(
  to: KnownPerson,
  asker: { name: string },
  { by, said, reason }: AnswerTold,
): Letter {
  return {
    to,
    subject: `${by.name} granted you ${said}`,
    body: [`Dear ${to.name},`, `${asker.name} asked for it for you, and ${by.name} granted it. It is in force now.`],
    note: reason ? { text: reason, from: by.name } : null,
    button: { label: 'See what you may do', leads: { to: 'page', path: '/my-access' } },
  }
}

/** To the asker: what became of it, for whom where it was for a colleague. What was taken out is told. */
export function askAnsweredLetter(
  to: KnownPerson,
  colleague: KnownPerson | null,
  { by, accepted, said, whole, reason }: AnswerTold,
): Letter {
  return {
    to,
    subject: accepted
      ? `${by.name} granted ${colleague?.name ?? 'you'} ${said}`
      : `${by.name} declined what you asked for: ${said}`,
    body: [
      `Dear ${to.name},`,
      accepted
        ? `${by.name} granted what you asked for. It is in force now.`
        : `${by.name} declined. Nothing was changed.`,
      ...(whole ? [`It is less than you asked for: ${whole}.`] : []),
    ],
    note: reason ? { text: reason, from: by.name } : null,
    ...(colleague ? {} : { button: { label: 'See what you may do', leads: { to: 'page', path: '/my-access' } } }),
  }
}

/** To the asker: nobody answered in time, or it holds no longer, and why. */
export function lapsedAskLetter(to: KnownPerson, business: { name: string }, said: string, why: string | null): Letter {
  return {
    to,
    subject: `Nobody answered what you asked for at ${business.name}`,
    body: [
      `Dear ${to.name},`,
      `You asked for ${said}. ${why ? `It holds no longer: ${why}.` : 'Nobody answered within the time, and nothing was given. You can ask again.'}`,
    ],
  }
}
