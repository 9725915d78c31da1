import type { LinkUse } from './secrets.ts'

/** A letter as it is queued: its words, and where its one button leads. Secret parts of links are added only when it is sent. */
export interface Letter {
  readonly to: { readonly name: string | null; readonly address: string }
  /** Whom an answer by mail goes to: who wrote it, where their address stands in the letter. */
  readonly replyTo?: { readonly name: string; readonly address: string }
  readonly subject: string
  readonly body: readonly string[]
  readonly note?: { readonly text: string; readonly from: string } | null
  readonly facts?: readonly (readonly [term: string, answer: string])[]
  readonly button?: { readonly label: string; readonly leads: LetterLink } | null
  readonly unexpected?: string
}

export type LetterLink =
  | { readonly to: 'page'; readonly path: string }
  | { readonly to: Exclude<LinkUse, 'pass-on'>; readonly id: string; readonly generation: number }
