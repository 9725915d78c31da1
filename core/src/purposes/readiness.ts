import type { Action } from '../kinds/index.ts'
import type { Level } from '../levels/index.ts'
import { actionsOfNeed, type Need, type Purpose } from './purpose.ts'
import type { PurposeScope, ScopeAsset } from './scope.ts'

/** What somebody has on an asset, as readiness looks at it. */
export interface Held {
  readonly level: Level
  /** What they would have once it begins, or once they have answered; null when nothing is coming. */
  readonly coming: { readonly level: Level; readonly how: 'not begun' | 'waiting' } | null
}

export type NeedState = 'met' | 'partly' | 'not begun' | 'waiting' | 'missing'

/** One requirement of a purpose, on one asset or on none. */
export interface Requirement<A extends ScopeAsset> {
  readonly need: Need
  readonly asset: A | null
  readonly state: NeedState
  readonly missing: readonly Action[]
}

export interface Readiness<A extends ScopeAsset> {
  /** Whether everything the purpose must have is met. */
  readonly ready: boolean
  readonly requirements: readonly Requirement<A>[]
}

/** How far what somebody has covers a purpose over a scope of assets. */
export function readinessFor<A extends ScopeAsset>(
  purpose: Purpose,
  scope: PurposeScope<A>,
  heldOn: (asset: A) => Held,
): Readiness<A> {
  const requirements: Requirement<A>[] = [
    ...purpose.needs.flatMap(need =>
      scope.items
        .filter(item => item.asset.kind === need.kind)
        .map(({ asset }) => ({ need, asset, ...stateOf(need, heldOn(asset)) })),
    ),
    ...scope.holes.map(({ need }) => ({
      need,
      asset: null,
      state: 'missing' as const,
      missing: [...actionsOfNeed(need)],
    })),
  ]
  return { ready: requirements.every(one => one.state === 'met' || !one.need.must), requirements }
}

function stateOf(need: Need, held: Held): { state: NeedState; missing: Action[] } {
  const wanted = [...actionsOfNeed(need)]
  const missing = wanted.filter(action => !held.level.actions.has(action))
  if (missing.length === 0) return { state: 'met', missing }
  const { coming } = held
  if (coming && missing.every(action => coming.level.actions.has(action))) return { state: coming.how, missing }
  return { state: missing.length < wanted.length ? 'partly' : 'missing', missing }
}
