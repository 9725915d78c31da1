import { printSentence, type Sentence } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { planEnding } from './planEnding.ts'
import { planGiving } from './planGiving.ts'
import type { PlannedSentence } from './planned.ts'

/** Works out what a sentence would do, and refuses what it may not. The same plan is previewed and carried out. */
export async function planSentence(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  sentence: Sentence,
): Promise<PlannedSentence> {
  const text = printSentence(sentence)
  return sentence.verb === 'let'
    ? planGiving(kit, manager, acting, sentence, text)
    : planEnding(kit, manager, acting, sentence, text)
}
