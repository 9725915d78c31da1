import { sayEnd } from '@famiglia/core'
import type { Acting } from '../businesses/acting.ts'
import type { Business } from '../businesses/records.ts'
import type { Letter } from '../mail/letter.ts'
import type { KnownPerson } from '../people/records.ts'
import type { Proposal } from '../proposals/records.ts'

/** To each admin of the business that another one asks. */
export function askedLetter(
  to: KnownPerson,
  owner: Business,
  acting: Acting,
  { proposal, text }: { readonly proposal: Proposal; readonly text: string },
): Letter {
  return {
    to,
    subject: `${acting.name} asks ${owner.name} for: ${text}`,
    body: [
      `Dear ${to.name},`,
      `${acting.live.name} of ${acting.name} (${acting.number}) asks ${owner.name} for access. You can grant it, grant less, or decline. Nothing is given until then.`,
    ],
    note: proposal.note ? { text: proposal.note, from: acting.live.name } : null,
    facts: [
      ['Asks for', text],
      ['Contact', proposal.contact ?? acting.live.address],
      ['Stays open', `until ${sayEnd(proposal.lapsesAt, owner.zone)}`],
    ],
    button: { label: 'Read and answer', leads: { to: 'page', path: `/${owner.number}/proposals/${proposal.id}` } },
    unexpected: 'Not expected? Decline it, or leave it: it lapses by itself.',
  }
}
