import type { Kind } from '../kinds/index.ts'
import type { Given } from '../levels/index.ts'
import { takenOn, type Need, type Purpose } from './purpose.ts'

/** An asset as purposes look at it. */
export interface ScopeAsset {
  readonly id: string
  readonly kind: Kind
  readonly name: string
  /** The asset that holds it. */
  readonly inside: string | null
}

export interface Tie {
  readonly one: string
  readonly other: string
}

/** Something a purpose takes that no asset is there for. */
export interface Hole {
  readonly need: Need
  /** What would mend it: tie an asset of that kind that the business has, or bring one in. */
  readonly remedy: 'tie' | 'bring in'
  /** The assets that could be tied. */
  readonly candidates: readonly ScopeAsset[]
}

export interface PurposeScope<A extends ScopeAsset> {
  readonly items: readonly { readonly asset: A; readonly given: Omit<Given, 'hiding'>; readonly must: boolean }[]
  readonly holes: readonly Hole[]
}

/**
 * Works out which assets a purpose takes, and what on each. Of a kind that is named, the named ones; else those that are
 * tied to a named one, or hold it or are held by it; else those given for it `already`. When nothing is named, all that
 * the business has. What it must have and none of these brings is a hole.
 */
export function scopeOf<A extends ScopeAsset>(
  purpose: Purpose,
  named: readonly A[],
  all: readonly A[],
  ties: readonly Tie[],
  already: readonly A[] = [],
): PurposeScope<A> {
  const items: { asset: A; given: Omit<Given, 'hiding'>; must: boolean }[] = []
  const holes: Hole[] = []
  for (const kind of new Set(purpose.needs.map(need => need.kind))) {
    const needs = purpose.needs.filter(need => need.kind === kind)
    const found = assetsFor(kind, named, all, ties, already)
    for (const asset of found)
      items.push({ asset, given: takenOn(purpose, kind)!, must: needs.some(need => need.must) })
    const missing = needs.find(need => need.must)
    if (found.length > 0 || !missing) continue
    const candidates = all.filter(asset => asset.kind === kind)
    holes.push({ need: missing, remedy: candidates.length > 0 ? 'tie' : 'bring in', candidates })
  }
  return { items, holes }
}

function assetsFor<A extends ScopeAsset>(
  kind: Kind,
  named: readonly A[],
  all: readonly A[],
  ties: readonly Tie[],
  already: readonly A[],
): readonly A[] {
  if (named.length === 0) return all.filter(asset => asset.kind === kind)
  const own = named.filter(asset => asset.kind === kind)
  if (own.length > 0) return own
  const ofKind = all.filter(asset => asset.kind === kind)
  const tied = ofKind.filter(asset => named.some(one => belongTogether(one, asset, ties)))
  return tied.length > 0 ? tied : ofKind.filter(asset => already.some(({ id }) => id === asset.id))
}

function belongTogether(one: ScopeAsset, other: ScopeAsset, ties: readonly Tie[]): boolean {
  if (one.inside === other.id || other.inside === one.id) return true
  return ties.some(
    tie => (tie.one === one.id && tie.other === other.id) || (tie.one === other.id && tie.other === one.id),
  )
}
