import { beginOf, endOf, type LetSentence, type Words } from '@famiglia/core'

export type AskedWords = Words

/** The instants that a sentence's dates come to in a zone. */
export function momentsOf(sentence: Pick<LetSentence, 'from' | 'until'>, zone: string): Pick<Words, 'from' | 'until'> {
  return {
    from: sentence.from ? beginOf(sentence.from, zone) : null,
    until: sentence.until ? endOf(sentence.until, zone) : null,
  }
}
