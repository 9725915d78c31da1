import { isKind, kindMeantBy, type Kind } from '@famiglia/core'
import { Problem } from '../base/problem.ts'

/** The kind of asset that a word names: its own name, or what the trade calls it. Any other word: `kind.unknown`. */
export function readKind(text: string): Kind {
  const kind = isKind(text) ? text : kindMeantBy(text)
  if (kind) return kind
  throw new Problem('kind.unknown', `There is no kind of asset called “${text}”.`, { pointer: '/kind' })
}
