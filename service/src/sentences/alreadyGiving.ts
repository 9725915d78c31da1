import { sayCount, sayFew, standingMeans, type Standing } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import type { PlannedThing } from '../grants/planThing.ts'
import { giversOn } from '../reach/givers.ts'

/** The things by which somebody becomes a steward, who was none there before. */
export function stewardingBy(things: readonly PlannedThing[]): PlannedThing[] {
  return things.filter(thing => thing.parts.some(({ plan }) => plan.gains.actions.includes('access.change')))
}

/** How many can do already what one more is to be able to: who gives access on each asset, and the admins. */
export async function sayAlreadyGiving(
  kit: Kit,
  acting: Acting,
  things: readonly PlannedThing[],
  standing: Standing | null,
  admins: readonly { readonly name: string }[],
): Promise<string[]> {
  const names = (people: readonly { readonly name: string }[]) => sayFew(people.map(one => one.name))
  const notes: string[] = []
  if (standing === 'admin')
    notes.push(
      `${acting.name} has ${sayCount(admins.length, 'admin')} already: ${names(admins)}. ${standingMeans.admin}`,
    )
  for (const { asset } of stewardingBy(things).flatMap(thing => thing.parts)) {
    if (asset.businessId !== acting.id) continue
    const able = await giversOn(kit, kit.database.manager, asset)
    notes.push(
      `${sayCount(able.length, 'person gives', 'people give')} access on ${asset.name} already: ${names(able)}.`,
    )
  }
  return notes.slice(0, 20).map(note => note.charAt(0).toUpperCase() + note.slice(1))
}
