import type { LinkUse } from './secrets.ts'

/** A letter as it is queued: its words, and where its one button leads. Secret parts of links are added only when it is sent. */
export interface Letter {
  readonly to: { readonly name: string | null; readonly address: string }
  /** Whom an answer by mail goes to: who wrote it, where their address stands in the letter. */
  readonly replyTo?: { readonly name: string; readonly address: string }
  readonly subject: string
  /** The whole of a subject that was too long for one. */
  readonly headline?: string
  readonly body: readonly string[]
  readonly note?: { readonly text: string; readonly from: string } | null
  readonly facts?: readonly (readonly [term: string, answer: string])[]
  readonly button?: { readonly label: string; readonly leads: LetterLink } | null
  readonly unexpected?: string
  /** Only reminds of what stands elsewhere too: who has had enough of such letters gets no more of them. */
  readonly isReminder?: boolean
}

/** Characters of a subject; lists of letters show no more, and RFC 5322 (2.1.1) asks for lines no longer. */
const longestSubject = 78

/** The letter with a subject that is no longer than that; what was cut then stands at the head of the letter, whole. */
export function fitted(letter: Letter): Letter {
  const { subject } = letter
  const signs = [...subject]
  if (signs.length <= longestSubject) return letter
  const most = signs.slice(0, longestSubject - 2).join('')
  const words = most.slice(0, Math.max(most.lastIndexOf(' '), 0)) || most
  return { ...letter, subject: `${words.replace(/[\s,;:]+$/, '')} …`, headline: subject }
}

export type LetterLink =
  | { readonly to: 'page'; readonly path: string }
  | { readonly to: Exclude<LinkUse, 'pass-on'>; readonly id: string; readonly generation: number }
