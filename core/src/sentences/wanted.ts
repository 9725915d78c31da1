import type { Temporal } from '../time/index.ts'
import { parseSentence, type SentenceError } from './parse.ts'
import { printSentence } from './print.ts'
import type { LetSentence } from './sentence.ts'

/** A sentence without its beginning, as somebody asks for something or says what is granted instead: `run on page/day-trips until …`. */
export type Wanted = Omit<LetSentence, 'verb' | 'who'>

const beginning = 'let x@x.example '

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

/** In its one written form; reading it gives the same again. */
export function printWanted(wanted: Wanted): string {
  const who = [{ by: 'address' as const, address: 'x@x.example' }]
  return printSentence({ verb: 'let', who, ...wanted }).slice(beginning.length)
}
