import type { Change } from '../base/change.ts'
import type { Acting } from '../businesses/acting.ts'
import { keepMeant } from '../purposes/meant.ts'
import type { ThingToGive } from './planGiven.ts'

/** Who answered with less than a purpose takes meant it so: what is missing for it is told on no desk. */
export async function keepLess(
  change: Change,
  acting: Acting,
  to: { readonly text: string; readonly name: string },
  things: readonly ThingToGive[],
): Promise<void> {
  for (const purpose of new Set(things.flatMap(thing => thing.purpose ?? [])))
    await keepMeant(change, acting.id, acting.live.person, { who: to.text, whoName: to.name, purpose, missing: null })
}
