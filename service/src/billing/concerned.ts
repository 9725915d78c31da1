import type { EntityManager } from 'typeorm'
import { between, type Entry } from '../base/chain.ts'
import type { Change } from '../base/change.ts'
import type { Letter } from '../base/letter.ts'
import { getBusiness, payingPeopleOf, type Business } from '../businesses/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import type { PayerChange } from './records.ts'

/** The businesses that a change has to do with, each once: the one that would pay, the one that pays, the owner. */
export async function concernedBy(
  manager: EntityManager,
  { payer, asset }: Pick<PayerChange, 'payer' | 'asset'>,
): Promise<Business[]> {
  const found: Business[] = []
  for (const id of new Set([payer.id, asset.payer!.id, asset.businessId])) found.push(await getBusiness(manager, id))
  return found
}

/** Tells each of their histories, as that side may read it. */
export function recordForEach(
  change: Change,
  around: readonly Business[],
  { id, asset }: Pick<PayerChange, 'id' | 'asset'>,
  entry: Pick<Entry, 'what' | 'by'> & { readonly say: (reader: Business) => string },
): void {
  const { say, ...rest } = entry
  for (const business of around)
    change.record({
      ...between(...around),
      ...rest,
      chain: business.id,
      sentence: say(business),
      asset: asset.id,
      data: { change: id },
    })
}

/** Somebody who sees to the payments of a business, and reads as one of it. */
export interface Told {
  readonly person: KnownPerson
  readonly business: Business
}

/** Writes to all who see to their payments; whoever does so for several gets one letter. */
export async function tellPayingPeople(
  change: Change,
  around: readonly Business[],
  write: (to: Told) => Letter,
): Promise<void> {
  const told = new Set<string>()
  for (const business of around)
    for (const person of await payingPeopleOf(change.manager, business.id)) {
      if (told.has(person.id)) continue
      told.add(person.id)
      await change.mail(write({ person, business }))
    }
}
