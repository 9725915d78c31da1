import { splitByYes } from '../grants/splitByYes.ts'
import type { PlannedRecipient, PlannedSentence } from './planned.ts'

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
