import { decidersOf } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { adminsOf } from '../businesses/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import { adminsSince, type AdminAsk } from './records.ts'

/** The admins who can decide what one asks of the others, by name. */
export async function decidersAmong(
  manager: EntityManager,
  business: string,
  asker: string,
  ask: AdminAsk,
): Promise<KnownPerson[]> {
  const admins = await adminsOf(manager, business)
  const ids = admins.map(admin => admin.id)
  const undoes = ask.wants === 'undo' ? { by: ask.undoes.by.id, at: ask.undoes.at } : null
  const concerned = ask.wants === 'undo' ? ask.undoes.person.id : ask.wants === 'standing' ? ask.person.id : null
  const can = decidersOf(await adminsSince(manager, business, ids), { asker, concerned, undoes })
  return admins.filter(admin => can.includes(admin.id))
}
