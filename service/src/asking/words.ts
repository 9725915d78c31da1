import { beginOf, endOf, parseWanted, type LetSentence, type Wanted, type Words } from '@famiglia/core'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'

/** The instants that a sentence's dates come to in a zone. */
export function momentsOf(sentence: Pick<LetSentence, 'from' | 'until'>, zone: string): Pick<Words, 'from' | 'until'> {
  return {
    from: sentence.from ? beginOf(sentence.from, zone) : null,
    until: sentence.until ? endOf(sentence.until, zone) : null,
  }
}

/** What is asked for, read from its words; what cannot be read points at the word. */
export function readWanted(room: Room, { zone }: { readonly zone: string }, text: string): Wanted {
  const reading = parseWanted(text, room.clock.now().toZonedDateTimeISO(zone).toPlainDate())
  if (reading.ok) return reading.wanted
  const { code, message, nearest, start, end } = reading.error
  throw new Problem(code, message, { pointer: '/wanted', nearest, span: { start, end } })
}
