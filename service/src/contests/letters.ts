import { sayDate, sayInstant } from '@famiglia/core'
import type { Letter } from '../base/letter.ts'
import type { KnownPerson } from '../people/queries.ts'
import type { Contest } from './records.ts'

const toContests = ({ number }: { readonly number: string }) => ({ to: 'page', path: `/${number}/contests` }) as const

/** To each who can say no, at once and every second day: who says it is theirs, why, and when it goes over. */
export function contestedLetter(to: KnownPerson, contest: Omit<Contest, 'id'>, isFirst: boolean): Letter {
  const { asset, owner, claimant, by, reason, ends } = contest
  const when = sayInstant(ends, owner.zone)
  return {
    to,
    subject: `${isFirst ? '' : 'Still so: '}${claimant.name} says that ${asset.name} is theirs; say no by ${sayDate(ends, owner.zone)}`,
    body: [
      `Dear ${to.name},`,
      `${by.name} (${by.address}) of ${claimant.name} (${claimant.number}) in ${claimant.town} proved on its platform that they control ${asset.name}, and says that it belongs to ${claimant.name}.`,
      `If nobody of you says no until ${when}, it is handed over to ${claimant.name}: with the usual account of what stays and what falls, and the usual time in which either side can stop it.`,
      'One no is enough, and takes one click.',
    ],
    note: { text: reason, from: by.name },
    button: { label: 'Read it, and answer', leads: toContests(owner) },
  }
}

/** To who contested it: the owner said no, and whom to talk to. */
export function refusedLetter(
  contest: Contest,
  by: { readonly name: string; readonly address: string },
  reason: string | null,
): Letter {
  const { by: to, called, claimant, owner } = contest
  return {
    to,
    subject: `No: ${called} stays with its owner`,
    body: [
      `Dear ${to.name},`,
      `${by.name} of ${owner.name} says that ${called} is theirs. Nothing has changed. Talk to them: ${by.address}.`,
    ],
    note: reason ? { text: reason, from: by.name } : null,
    button: { label: 'See it', leads: toContests(claimant) },
  }
}

/** To either side: it came to nothing by something else. */
export function fellLetter(
  to: KnownPerson,
  of: { readonly number: string },
  { called }: Pick<Contest, 'called'>,
  why: string,
): Letter {
  return {
    to,
    subject: `${called} stays with its owner`,
    body: [`Dear ${to.name},`, `${why} Nothing has changed.`],
    button: { label: 'See it', leads: toContests(of) },
  }
}
