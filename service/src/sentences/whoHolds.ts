import type { Who } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { getBusiness } from '../businesses/queries.ts'
import type { Grant } from '../grants/queries.ts'
import { peopleById } from '../people/queries.ts'
import { teamById } from '../teams/queries.ts'

/** Who holds a grant, as a sentence names them. */
export async function whoHolds(
  manager: EntityManager,
  { holderKind, holderId, toBusinessId }: Pick<Grant, 'holderKind' | 'holderId' | 'toBusinessId'>,
): Promise<Who | null> {
  if (toBusinessId) return { by: 'number', number: (await getBusiness(manager, toBusinessId)).number }
  if (holderKind === 'manager') return null
  if (holderKind === 'team') return { by: 'team', handle: (await teamById(manager, holderId)).handle }
  const person = (await peopleById(manager, [holderId])).get(holderId)
  return person ? { by: 'address', address: person.address } : null
}
