import type { Acting } from '../businesses/acting.ts'
import type { Letter } from '../base/letter.ts'
import type { KnownPerson } from '../people/queries.ts'

/** Tells somebody that they were stopped or let go on; `still` is the other stop that goes on all the same. */
export function stoppedLetter(acting: Acting, person: KnownPerson, said: string, still: string | null = null): Letter {
  return {
    to: person,
    subject: `${acting.live.name} ${said} for ${acting.name}`,
    body: [
      `Dear ${person.name},`,
      `${acting.live.name} ${said} for ${acting.name}. Nothing was ended; what you have elsewhere stays as it is.`,
      ...(still
        ? [`Your access there stays ${still} all the same, and counts for nothing until that is lifted too.`]
        : []),
    ],
    button: { label: 'See what you may do', leads: { to: 'page', path: '/my-access' } },
  }
}
