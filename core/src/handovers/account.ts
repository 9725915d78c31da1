import { isBefore, type Instant } from '../time/index.ts'
import type { Action, Figure, Kind } from '../kinds/index.ts'
import { actionsOfTier, tiers, type Tier } from '../levels/index.ts'

/**
 * What becomes of something at a handover. STAYS: the new owner gives it again in the same words. BENEATH: people of the old
 * owner stand beneath what it keeps. OWN: what the new owner had passed on is from then on its own. FALLS: it ends in the same moment.
 */
export type Fate = 'stays' | 'beneath' | 'own' | 'falls'

/** Who holds something on what is handed over, as the two sides of it see them. */
export type HeldBy = 'old owner’s people' | 'new owner' | 'new owner’s people' | 'others'

/** What becomes of a grant or a link when nothing else is said, and what else may be said. */
export function fatesOf(
  by: HeldBy,
  { isKept, isBundle }: { readonly isKept: boolean; readonly isBundle: boolean },
): { readonly usual: Fate; readonly others: readonly Fate[] } {
  // A bundle is the old owner’s own: the asset leaves it.
  if (isBundle) return { usual: 'falls', others: [] }
  switch (by) {
    case 'old owner’s people':
      return isKept ? { usual: 'beneath', others: ['falls'] } : { usual: 'falls', others: [] }
    // Who owns a thing needs nothing given on it.
    case 'new owner':
      return { usual: 'falls', others: [] }
    case 'new owner’s people':
      return { usual: 'own', others: [] }
    case 'others':
      return { usual: 'stays', others: ['falls'] }
  }
}

/** What was given, as it is compared. */
export interface WordsGiven {
  readonly tier: Tier | null
  readonly actions: readonly Action[]
  readonly hiding: readonly Figure[]
  readonly until: Instant | null
  readonly mayPassOn: boolean
}

/** Whether what is given now lets anybody do more, see more or go on for longer than what both sides have signed. */
export function goesBeyond(kind: Kind, now: WordsGiven, signed: WordsGiven): boolean {
  const may = actionsGiven(kind, signed)
  return (
    [...actionsGiven(kind, now)].some(action => !may.has(action)) ||
    signed.hiding.some(figure => !now.hiding.includes(figure)) ||
    (signed.until !== null && (now.until === null || isBefore(signed.until, now.until))) ||
    (now.mayPassOn && !signed.mayPassOn)
  )
}

function actionsGiven(kind: Kind, { tier, actions }: WordsGiven): ReadonlySet<Action> {
  return new Set([...(tier ? actionsOfTier(kind, tier) : []), ...actions])
}

/** What of a level is left where nothing goes further than a tier. */
export function narrowedTo(
  kind: Kind,
  { tier, actions }: Pick<WordsGiven, 'tier' | 'actions'>,
  most: Tier,
): { tier: Tier | null; actions: Action[] } {
  const may = actionsOfTier(kind, most)
  return {
    tier: tier && tiers.indexOf(tier) > tiers.indexOf(most) ? most : tier,
    actions: actions.filter(action => may.has(action)),
  }
}
