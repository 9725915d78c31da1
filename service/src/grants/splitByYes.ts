import type { PlannedThing } from './planThing.ts'

/** What another business has already and would only have less of holds at once: stopping is quick. More waits for its approval. */
export function splitByYes(things: readonly PlannedThing[]): { atOnce: PlannedThing[]; offered: PlannedThing[] } {
  const holdsAtOnce = (thing: PlannedThing) =>
    thing.grant !== null && (thing.change === 'same' || thing.change === 'lowered') && !thing.takesProof
  return { atOnce: things.filter(holdsAtOnce), offered: things.filter(thing => !holdsAtOnce(thing)) }
}
