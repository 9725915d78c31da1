import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { partnersThrough } from '../reach/partnersPeople.ts'
import type { PersonAddressed } from './addressee.ts'

/**
 * Refuses whom nobody here deals with (`person.unknown`), whether or not they have a sign-in: who neither works for the
 * acting business, nor is invited, nor reaches anything of it through a partner.
 */
export async function assertDealtWith(manager: EntityManager, acting: Acting, who: PersonAddressed): Promise<void> {
  if (who.member || who.invitation) return
  if (who.person && (await partnersThrough(manager, acting.id, who.person.id)).length > 0) return
  throw new Problem(
    'person.unknown',
    `${who.address} neither works for ${acting.name}, nor is invited, nor reaches anything of it through a partner.`,
  )
}
