import { printSentence, type Who } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Acting } from '../businesses/acting.ts'
import { assertNoDoubt, doubtsAbout } from '../invitations/doubts.ts'
import type { PersonAddressed } from './addressee.ts'
import type { PlannedLet } from './planned.ts'
import { isNewPerson } from './takesYes.ts'

/** Something about whom a sentence goes to that is asked before it is sent. */
export interface Doubt {
  readonly address: string
  readonly asks: string
  /** The sentence that was probably meant instead; null where there is none to say. */
  readonly instead: string | null
}

/** Whether the new people of a sentence are whom it means. */
export async function doubtsOn(manager: EntityManager, acting: Acting, plan: PlannedLet): Promise<Doubt[]> {
  const strangers = plan.recipients.filter(isNewPerson).map(({ who }) => who as PersonAddressed)
  const asked = strangers.filter(who => !who.invitation).map(who => who.address)
  return (await doubtsAbout(manager, acting, asked)).map(({ address, asks, meant }) => ({
    address,
    asks,
    instead: meant && insteadOf(plan, address, meant),
  }))
}

/** Refuses a sentence with open questions until it is said again as sure: `sentence.doubtful`. */
export async function assertSure(
  manager: EntityManager,
  acting: Acting,
  plan: PlannedLet,
  sure: boolean,
): Promise<void> {
  const doubts = sure ? [] : await doubtsOn(manager, acting, plan)
  assertNoDoubt(doubts, doubts[0]?.instead ?? null, '/sentence')
}

/** The same sentence, to somebody else. */
function insteadOf({ sentence }: PlannedLet, address: string, who: Who): string {
  const others = sentence.who.filter(one => !(one.by === 'address' && one.address === address))
  return printSentence({ ...sentence, who: [...others, who] })
}
