import type { Action } from './actions.ts'

/** Kinds of data that a grant can hide. */
export type Figure = 'spend' | 'revenue' | 'contacts'

/** What one kind of asset is like. Each tier lists what it adds to the one below it. */
export interface KindRules {
  readonly kind: string
  readonly noun: string
  /** Words of the trade by which people look for this kind. */
  readonly alsoCalled: readonly string[]
  readonly tiers: {
    readonly watch: readonly Action[]
    readonly draft: readonly Action[]
    readonly run: readonly Action[]
    readonly steward: readonly Action[]
  }
  /** Actions people often give alone. Those that no tier holds (money, taking personal data out) are given in no other way. */
  readonly byName: readonly Action[]
  readonly figures: readonly Figure[]
  /** Which of them each action shows; one that stands here shows its own and no other, the rest show none. */
  readonly shows: Readonly<Partial<Record<Action, readonly Figure[]>>>
  /** Actions that cost the owner money when used. */
  readonly spends: readonly Action[]
  /** Whether another business can ask for it by number; otherwise it is only offered by who holds it. */
  readonly canBeAskedFor: boolean
  /** Whether bringing one in takes proof of control on its platform. */
  readonly takesProofOfControl: boolean
  readonly contains: readonly string[]
  /** Whether a manager account can hold a link to one. */
  readonly canBeLinked: boolean
}
