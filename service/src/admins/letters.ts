import { standingMeans, type Standing } from '@famiglia/core'
import type { Letter } from '../base/letter.ts'
import type { Acting } from '../businesses/acting.ts'
import type { KnownPerson } from '../people/queries.ts'

export function standingLetter(acting: Acting, person: KnownPerson, standing: Standing): Letter {
  return {
    to: person,
    subject: `${acting.live.name} made you ${standing} of ${acting.name}`,
    body: [`Dear ${person.name},`, `you are ${standing} of ${acting.name} now. ${standingMeans[standing]}`],
    button: { label: 'See what you may do', leads: { to: 'page', path: '/my-access' } },
    unexpected: `Not expected? Write to ${acting.live.address}.`,
  }
}
