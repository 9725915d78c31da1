import { parseWanted, type Wanted } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'

/** What is asked for, read from its words; what cannot be read points at the word. */
export function readWanted(kit: Kit, { zone }: { readonly zone: string }, text: string): Wanted {
  const reading = parseWanted(text, kit.clock.now().toZonedDateTimeISO(zone).toPlainDate())
  if (reading.ok) return reading.wanted
  const { code, message, nearest, start, end } = reading.error
  throw new Problem(code, message, { pointer: '/wanted', nearest, span: { start, end } })
}
