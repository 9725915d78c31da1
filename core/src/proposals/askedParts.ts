import type { Action, Kind } from '../kinds/index.ts'
import { actionsOfTier, tiers, type Given, type Tier } from '../levels/index.ts'
import { takenOn, type Purpose } from '../purposes/index.ts'
import { sayAction } from '../words/index.ts'

/** One part of what is asked for on a thing, answered by itself: its tier, or one action by name. */
export interface AskedPart {
  readonly tier: Tier | null
  readonly action: Action | null
  /** As read: `run`, `see the bills`. */
  readonly words: string
  /** Why it deserves a second look, and is granted only when it is chosen; null where it does not. */
  readonly doubt: string | null
}

/** What is asked for on a thing, in parts that can be answered one by one; those that reach far say why they do. */
export function askedParts(
  kind: Kind | null,
  given: Pick<Given, 'tier' | 'actions'>,
  purpose: Purpose | null,
): AskedPart[] {
  const tier = given.tier ? [{ tier: given.tier, action: null, words: given.tier, doubt: doubtOfTier(given.tier) }] : []
  const held = kind && given.tier ? actionsOfTier(kind, given.tier) : new Set<Action>()
  const named = given.actions
    .filter(action => !held.has(action))
    .map(action => ({
      tier: null,
      action,
      words: sayAction(action, kind),
      doubt: isTakenBy(purpose, kind, action) ? null : doubtOfAction(action, purpose),
    }))
  return [...tier, ...named]
}

/** What the chosen parts of one thing come to; a tier can be lowered. Null where none is chosen. */
export function givenOf(
  parts: readonly Pick<AskedPart, 'tier' | 'action'>[],
  lowered: Tier | null = null,
): Pick<Given, 'tier' | 'actions'> | null {
  const tier = parts.find(part => part.tier)?.tier ?? null
  const actions = parts.flatMap(part => part.action ?? [])
  if (!tier && actions.length === 0) return null
  const lower = tier && lowered && tiers.indexOf(lowered) < tiers.indexOf(tier) ? lowered : tier
  return { tier: lower, actions }
}

function doubtOfTier(tier: Tier): string | null {
  return tier === 'steward' ? 'it lets them give access to others' : null
}

function doubtOfAction(action: Action, purpose: Purpose | null): string | null {
  const needed = purpose ? `to ${purpose.name} nobody needs it` : null
  if (action === 'billing.see') return needed ?? 'it shows them the bills'
  if (action === 'billing.change') return needed ?? 'it lets them change how it is paid'
  if (action === 'contacts.download') return needed ?? 'it lets them take personal data out'
  return null
}

function isTakenBy(purpose: Purpose | null, kind: Kind | null, action: Action): boolean {
  return purpose !== null && kind !== null && (takenOn(purpose, kind)?.actions.includes(action) ?? false)
}
