import type { EntityManager } from 'typeorm'
import { payingPeopleOf } from '../businesses/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import { understudyOf } from '../understudies/queries.ts'

/** Who of an owner can say no: its admins, its people in finance, its understudy. */
export async function whoCanSayNo(manager: EntityManager, owner: string): Promise<KnownPerson[]> {
  const people = await payingPeopleOf(manager, owner)
  const understudy = await understudyOf(manager, owner)
  return understudy && !people.some(one => one.id === understudy.person.id)
    ? [...people, understudy.person]
    : [...people]
}
