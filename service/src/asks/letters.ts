import { sayEnd } from '@famiglia/core'
import type { Acting } from '../businesses/acting.ts'
import type { Business } from '../businesses/queries.ts'
import type { Letter } from '../base/letter.ts'
import type { KnownPerson } from '../people/queries.ts'
import type { Proposal } from '../proposals/queries.ts'

/** To each admin of the business that another one asks. */
export function askedLetter(
  to: KnownPerson,
  owner: Business,
  acting: Acting,
  { proposal, said, contact }: { readonly proposal: Proposal; readonly said: string; readonly contact: string | null },
): Letter {
  return {
    to,
    replyTo: { name: acting.live.name, address: acting.live.address },
    subject: `${acting.name} asks ${owner.name} for: ${said}`,
    body: [
      `Dear ${to.name},`,
      `${acting.live.name} of ${acting.name} (${acting.number}) asks ${owner.name} for access. You can grant it, grant less, or decline. Nothing is given until then.`,
    ],
    note: proposal.note ? { text: proposal.note, from: acting.live.name } : null,
    facts: [
      ['Asks for', said],
      ['Contact', contact ?? acting.live.address],
      ['Stays open', `until ${sayEnd(proposal.lapsesAt, owner.zone)}`],
    ],
    button: { label: 'Read and answer', leads: { to: 'page', path: `/${owner.number}/proposals/${proposal.id}` } },
    unexpected: 'Not expected? Decline it, or leave it: it expires by itself.',
  }
}
