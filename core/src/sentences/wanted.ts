import type { Temporal } from '../time/index.ts'
import { parseSentence } from './parse.ts'
import type { SentenceError } from './reader.ts'
import type { LetSentence, Wanted } from './sentence.ts'

const beginning = 'let x@x.example '

/** Reads what somebody types to ask for something, or to grant less of it: a sentence without “let” and whom. */
export function parseWanted(
  text: string,
  today: Temporal.PlainDate,
): { ok: true; wanted: Wanted } | { ok: false; error: SentenceError } {
  const reading = parseSentence(beginning + text, today)
  if (!reading.ok) {
    const { start, end, ...error } = reading.error
    const within = (at: number) => Math.max(0, at - beginning.length)
    return { ok: false, error: { ...error, start: within(start), end: within(end) } }
  }
  const { verb: _verb, who, ...wanted } = reading.sentence as LetSentence
  if (who.length === 1) return { ok: true, wanted }
  const message = 'Say what is wanted, not for whom: a tier, actions or a purpose.'
  return { ok: false, error: { code: 'sentence.unreadable', message, start: 0, end: text.length, nearest: null } }
}
