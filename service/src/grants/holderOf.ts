import type { EntityManager } from 'typeorm'
import { assetsById } from '../assets/queries.ts'
import { getBusiness } from '../businesses/queries.ts'
import type { Holder } from './parties.ts'
import type { Grant } from './queries.ts'
import { peopleById } from '../people/queries.ts'
import { teamById } from '../teams/queries.ts'

/** Who holds a grant, as histories name them: the manager account, where it is a link. */
export async function holderOfGrant(
  manager: EntityManager,
  { holderKind: kind, holderId: id }: Pick<Grant, 'holderKind' | 'holderId'>,
): Promise<Holder> {
  const key = { kind, id }
  if (kind === 'manager') {
    const [account] = await assetsById(manager, [id])
    return { key, name: account!.name, party: await getBusiness(manager, account!.businessId) }
  }
  if (kind === 'business') {
    const party = await getBusiness(manager, id)
    return { key, name: party.name, party }
  }
  const name =
    kind === 'team' ? (await teamById(manager, id)).name : ((await peopleById(manager, [id])).get(id)?.name ?? '')
  return { key, name, party: null }
}
