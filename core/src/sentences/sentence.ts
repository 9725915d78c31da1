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

/**
 * `let <who> <tier and actions> on <what> [hiding …] [may give access] [may pass on] [from …] [until …] [to "…"]`, or `let <who> "<purpose>" [on <what>] …`:
 * without tier and actions the purpose works them out, and the assets too where none is named.
 */
export interface LetSentence {
  readonly verb: 'let'
  readonly who: readonly Who[]
  readonly tier: Tier | null
  readonly actions: readonly Action[]
  readonly on: readonly What[]
  readonly hiding: readonly Figure[]
  readonly from: Moment | null
  readonly until: Moment | null
  readonly purpose: string | null
  /** What a partner business may do with it besides: questions of their own, and no unless said. */
  readonly mayGiveAccess: boolean
  readonly mayPassOn: boolean
}

/** `end <who> [on <what>]` or `end grant/<id>` */
export type EndSentence =
  | { readonly verb: 'end'; readonly who: Who; readonly on: readonly What[] }
  | { readonly verb: 'end'; readonly grant: string }

export type Sentence = LetSentence | EndSentence
