import type { Action, Figure, Kind } from '../kinds/index.ts'
import type { Tier } from '../levels/index.ts'
import type { BusinessNumber, AssetNumber } from '../numbers/index.ts'
import type { Moment } from '../time/index.ts'

/** Whom a sentence is about. */
export type Who =
  | { readonly by: 'address'; readonly address: string }
  | { readonly by: 'team'; readonly handle: string }
  | { readonly by: 'number'; readonly number: BusinessNumber }
  | { readonly by: 'business'; readonly handle: string }

/** What a sentence is about. */
export type What =
  | { readonly by: 'number'; readonly number: AssetNumber }
  | { readonly by: 'handle'; readonly kind: Kind; readonly handle: string }
  | { readonly by: 'bundle'; readonly handle: string }

/** One level of a sentence: `run on page/day-trips hiding revenue until 2027-03-31`. */
export interface Part {
  readonly tier: Tier | null
  readonly actions: readonly Action[]
  readonly on: readonly What[]
  readonly hiding: readonly Figure[]
  readonly from: Moment | null
  readonly until: Moment | null
}

/**
 * What is given, without whom: as somebody asks for it, or says what is granted instead. A purpose by itself works out
 * tiers and assets: then there is one part, without tier and actions.
 */
export interface Wanted {
  readonly parts: readonly Part[]
  readonly purpose: string | null
  /** What a partner business may do with it besides: questions of their own, and no unless said. */
  readonly mayGiveAccess: boolean
  readonly mayPassOn: boolean
}

/**
 * `let <who> <part> [and <part>]… [may give access] [may pass on] [to "…"]`, or `let <who> "<purpose>" [on <what>] …`:
 * without tier and actions the purpose works them out, and the assets too where none is named.
 */
export interface LetSentence extends Wanted {
  readonly verb: 'let'
  readonly who: readonly Who[]
}

/** `end <who> [on <what> [to "<purpose>"]]` or `end grant/<id>` */
export type EndSentence =
  | { readonly verb: 'end'; readonly who: Who; readonly on: readonly What[]; readonly purpose: string | null }
  | { readonly verb: 'end'; readonly grant: string }

export type Sentence = LetSentence | EndSentence

/** Whether the purpose by itself says what is given. */
export function isByPurpose({ parts }: Pick<Wanted, 'parts'>): boolean {
  return parts.every(part => part.tier === null && part.actions.length === 0)
}
