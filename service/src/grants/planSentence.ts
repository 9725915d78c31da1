import {
  parseSentence,
  printSentence,
  type EndSentence,
  type LetSentence,
  type Purpose,
  type PurposeScope,
  type Sentence,
} from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import type { Asset } from '../assets/records.ts'
import type { Target } from '../assets/targets.ts'
import type { Acting } from '../businesses/acting.ts'
import type { ProposalItem } from '../proposals/records.ts'
import type { Addressee } from './addressee.ts'
import { planEnding } from './planEnding.ts'
import { planGiving } from './planGiving.ts'
import type { PlannedItem } from './planItem.ts'
import type { Grant } from './records.ts'

export interface PlannedRecipient {
  readonly who: Addressee
  readonly items: readonly PlannedItem[]
}

export interface PlannedLet {
  readonly verb: 'let'
  readonly sentence: LetSentence
  readonly text: string
  readonly recipients: readonly PlannedRecipient[]
  /** The purpose that was said, where the business has one of that name. */
  readonly purpose: Purpose | null
  /** What that purpose takes on the assets named, their ties included. */
  readonly scope: PurposeScope<Asset & { inside: string | null }> | null
}

export interface PlannedEnd {
  readonly verb: 'end'
  readonly sentence: EndSentence
  readonly text: string
  readonly who: Addressee
  readonly grants: readonly { readonly target: Target; readonly grant: Grant }[]
  /** Items of an open invitation that fall. */
  readonly waiting: readonly { readonly target: Target; readonly item: ProposalItem }[]
  /** Whether the membership ends too, and the invitation as a whole. */
  readonly everything: boolean
  /** What else falls, where it is a partner's access that ends. */
  readonly falls: Falls | null
}

/** What hangs on what a partner was given. */
export interface Falls {
  /** Grants by which it put its people on it, or passed it on. */
  readonly below: readonly { readonly id: string; readonly to: string; readonly how: 'staffed' | 'passed on' }[]
  readonly proposals: readonly { readonly id: string; readonly kind: string; readonly sent: boolean }[]
  /** Assets of the acting business that nobody but its admins can work with afterwards. */
  readonly leftAlone: readonly string[]
}

export type PlannedSentence = PlannedLet | PlannedEnd

/** Works out what a sentence would do, and refuses what it may not. The same plan is previewed and carried out. */
export async function planSentence(
  room: Room,
  manager: EntityManager,
  acting: Acting,
  text: string,
): Promise<PlannedSentence> {
  const sentence = readSentence(room, acting, text)
  return sentence.verb === 'let'
    ? planGiving(room, manager, acting, sentence, printSentence(sentence))
    : planEnding(room, manager, acting, sentence, printSentence(sentence))
}

function readSentence(room: Room, acting: Acting, text: string): Sentence {
  const today = room.clock.now().toZonedDateTimeISO(acting.zone).toPlainDate()
  const reading = parseSentence(text, today)
  if (reading.ok) return reading.sentence
  const { code, message, start, end, nearest } = reading.error
  throw new Problem(code, message, { pointer: '/sentence', nearest, span: { start, end } })
}
