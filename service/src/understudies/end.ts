import type { Change } from '../base/change.ts'
import { getBusiness, payingPeopleOf } from '../businesses/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import { endedLetter, steppingInEndedLetter } from './letters.ts'
import { closeSteppingIn, closeUnderstudy, newestSteppingIn, type Outcome, type Understudy } from './records.ts'

interface Ending {
  /** Who did it; null where it came about by something else. */
  readonly by: { readonly id: string; readonly name: string } | null
  /** Why, as a sentence. */
  readonly said: string
}

/** Somebody is an understudy no longer, and steps in no longer. They are told, and so are those who heard of it. */
export async function endUnderstudy(change: Change, understudy: Understudy, ending: Ending): Promise<void> {
  await endSteppingIn(change, understudy, { ...ending, outcome: 'fell' })
  await closeUnderstudy(change, understudy.id)
  change.record({
    chain: understudy.business,
    what: 'understudy.ended',
    sentence: `${understudy.person.name} is no longer the understudy: ${ending.said}`,
    about: understudy.person.id,
    by: ending.by,
  })
  if (ending.by?.id !== understudy.person.id)
    await change.mail(endedLetter(await getBusiness(change.manager, understudy.business), understudy, ending.said))
}

/** Ends a stepping in that is under way, with nothing changed; false where none is. */
export async function endSteppingIn(
  change: Change,
  understudy: Understudy,
  { by, said, outcome }: Ending & { readonly outcome: Exclude<Outcome, 'done'> },
): Promise<boolean> {
  const under = await newestSteppingIn(change.manager, understudy.id)
  if (!under || under.ended) return false
  await closeSteppingIn(change, under.id, { outcome, by: by?.id ?? null, why: said })
  change.record({
    chain: understudy.business,
    what: outcome === 'refused' ? 'understudy.refused' : 'understudy.fell',
    sentence: `${understudy.person.name} no longer steps in: ${said}`,
    about: understudy.person.id,
    by,
  })
  const business = await getBusiness(change.manager, understudy.business)
  for (const to of await toldOfIt(change, understudy))
    await change.mail(steppingInEndedLetter(to, business, understudy, said))
  return true
}

async function toldOfIt(change: Change, { business, person }: Understudy): Promise<KnownPerson[]> {
  const others = await payingPeopleOf(change.manager, business)
  return [person, ...others.filter(other => other.id !== person.id)]
}
