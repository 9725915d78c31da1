import {
  parseSentence,
  type EndSentence,
  type LetSentence,
  type Purpose,
  type PurposeScope,
  type Sentence,
} from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import type { GrantOn } from '../grants/endGrant.ts'
import type { PlannedThing } from '../grants/planThing.ts'
import type { ScopedAsset } from '../grants/purposeScope.ts'
import type { ProposalItem } from '../proposals/queries.ts'
import type { GrantBelow } from '../reach/below.ts'
import type { Target } from '../reach/targets.ts'
import type { Addressee } from './addressee.ts'

export interface PlannedRecipient {
  readonly who: Addressee
  readonly things: readonly PlannedThing[]
  /** The ways by which a person goes on having more than what is lowered leaves them, as sentences. */
  readonly remains: readonly string[]
}

export interface PlannedLet {
  readonly verb: 'let'
  readonly sentence: LetSentence
  readonly text: string
  readonly recipients: readonly PlannedRecipient[]
  /** The purpose that was said, where the business has one of that name. */
  readonly purpose: Purpose | null
  /** What that purpose takes on the assets named, their ties included. */
  readonly scope: PurposeScope<ScopedAsset> | null
}

export interface PlannedEnd {
  readonly verb: 'end'
  readonly sentence: EndSentence
  readonly text: string
  readonly who: Addressee
  readonly grants: readonly GrantOn[]
  /** Items of an open invitation that fall. */
  readonly waiting: readonly { readonly target: Target; readonly item: ProposalItem }[]
  /** Whether the membership ends too, and the invitation as a whole. */
  readonly everything: boolean
  /** What the person goes on having on the same assets, by other ways, as sentences. */
  readonly remains: readonly string[]
  /** What else falls, where it is a partner's access that ends. */
  readonly falls: Falls | null
}

/** What hangs on what a partner was given. */
export interface Falls {
  /** Grants by which it put its people on it, or passed it on. */
  readonly below: readonly GrantBelow[]
  readonly proposals: readonly { readonly id: string; readonly kind: string; readonly sent: boolean }[]
  /** Assets of the acting business that nobody but its admins can work with afterwards. */
  readonly leftAlone: readonly string[]
}

export type PlannedSentence = PlannedLet | PlannedEnd

/** Reads a sentence, once: what follows works with its structure. An error points at the word. */
export function readSentence(kit: Kit, { zone }: Pick<Acting, 'zone'>, text: string): Sentence {
  const reading = parseSentence(text, kit.clock.now().toZonedDateTimeISO(zone).toPlainDate())
  if (reading.ok) return reading.sentence
  const { code, message, start, end, nearest } = reading.error
  throw new Problem(code, message, { pointer: '/sentence', nearest, span: { start, end } })
}
