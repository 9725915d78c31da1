import type { Acting } from '../businesses/acting.ts'
import type { Letter } from '../base/letter.ts'
import type { KnownPerson } from '../people/queries.ts'

export function stoppedLetter(acting: Acting, person: KnownPerson, said: string): Letter {
  return {
    to: person,
    subject: `${acting.live.name} ${said} for ${acting.name}`,
    body: [
      `Dear ${person.name},`,
      `${acting.live.name} ${said} for ${acting.name}. Nothing was ended; what you have elsewhere stays as it is.`,
    ],
    button: { label: 'See what you may do', leads: { to: 'page', path: '/my-access' } },
  }
}
