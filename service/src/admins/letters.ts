import { standingMeans, type Standing } from '@famiglia/core'
import type { Letter } from '../base/letter.ts'
import type { Acting } from '../businesses/acting.ts'
import type { KnownPerson } from '../people/queries.ts'

export function standingLetter(
  business: Pick<Acting, 'name'>,
  by: KnownPerson,
  person: KnownPerson,
  standing: Standing,
): Letter {
  return {
    to: person,
    subject: `${by.name} made you ${standing} of ${business.name}`,
    body: [`Dear ${person.name},`, `you are ${standing} of ${business.name} now. ${standingMeans[standing]}`],
    button: { label: 'See what you may do', leads: { to: 'page', path: '/my-access' } },
    unexpected: `Not expected? Write to ${by.address}.`,
  }
}
