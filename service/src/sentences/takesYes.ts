import type { PlannedThing } from '../grants/planThing.ts'
import type { PlannedRecipient, PlannedSentence } from './planned.ts'

/** What a partner has already and would only have less of holds at once: stopping is quick. More waits for its approval. */
export function splitByYes(things: readonly PlannedThing[]): { atOnce: PlannedThing[]; offered: PlannedThing[] } {
  const holdsAtOnce = (thing: PlannedThing) =>
    thing.grant !== null && (thing.change === 'same' || thing.change === 'lowered') && !thing.takesProof
  return { atOnce: things.filter(holdsAtOnce), offered: things.filter(thing => !holdsAtOnce(thing)) }
}

/** Whether what is said to a partner waits for its approval. */
export function waitsForYes({ who, things }: PlannedRecipient): boolean {
  return who.kind === 'business' && !who.partner.offersAtOnce && splitByYes(things).offered.length > 0
}

export function isNewPerson({ who }: Pick<PlannedRecipient, 'who'>): boolean {
  return who.kind === 'person' && !who.member
}

/** Stopping is quick: only ending an admin takes a proof, which is asked where their standing is known. */
export function takesFreshProof(plan: PlannedSentence): boolean {
  return (
    plan.verb === 'let' &&
    plan.recipients.some(({ who, things }) =>
      who.kind === 'business' ? splitByYes(things).offered.length > 0 : things.some(thing => thing.takesProof),
    )
  )
}
