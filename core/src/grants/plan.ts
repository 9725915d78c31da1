import type { Action, Figure, Kind } from '../kinds/index.ts'
import {
  actionsOfKind,
  actionsOfTier,
  beyond,
  covers,
  levelOf,
  noAccess,
  sameLevel,
  type Given,
  type Level,
} from '../levels/index.ts'
import { isBefore, type Instant } from '../time/index.ts'

/** What a grant's words say, its time included. */
export interface Words extends Given {
  readonly from: Instant | null
  readonly until: Instant | null
}

export type LetPlan =
  | {
      ok: true
      change: 'new' | 'same' | 'raised' | 'lowered' | 'changed'
      level: Level
      gains: Difference
      loses: Difference
      takesProof: boolean
    }
  | { ok: false; code: 'grant.above-own-level'; actions: Action[]; sees: Figure[] }
  | { ok: false; code: 'action.unknown'; actions: Action[] }
  | { ok: false; code: 'date.past' | 'date.order' }

export interface Difference {
  readonly actions: readonly Action[]
  readonly sees: readonly Figure[]
}

/**
 * What saying `let` comes to: a new grant, or a change of the one that the same holder has on the same asset
 * already, never a second one. The sentence says all: what it leaves out (a hidden figure, an end) is not kept.
 * Nobody gives more than they hold themselves.
 */
export function planLet(kind: Kind, words: Words, giver: Level, current: Words | null, at: Instant): LetPlan {
  const foreign = words.actions.filter(action => !actionsOfKind(kind).includes(action))
  if (foreign.length > 0) return { ok: false, code: 'action.unknown', actions: foreign }
  if (words.until && !isBefore(at, words.until)) return { ok: false, code: 'date.past' }
  if (words.until && words.from && !isBefore(words.from, words.until)) return { ok: false, code: 'date.order' }
  const level = levelOf(kind, words)
  if (!covers(giver, level)) return { ok: false, code: 'grant.above-own-level', ...beyond(level, giver) }
  const before = current ? levelOf(kind, current) : noAccess
  const gains = beyond(level, before)
  const loses = beyond(before, level)
  return {
    ok: true,
    change: changeBetween(current, words, before, level),
    level,
    gains,
    loses,
    takesProof: givingTakesProof(kind, before, level),
  }
}

function changeBetween(
  current: Words | null,
  words: Words,
  before: Level,
  after: Level,
): 'new' | 'same' | 'raised' | 'lowered' | 'changed' {
  if (!current) return 'new'
  const sameTime = sameInstant(current.from, words.from) && sameInstant(current.until, words.until)
  if (sameLevel(before, after)) return sameTime ? 'same' : 'changed'
  if (covers(after, before)) return 'raised'
  return covers(before, after) ? 'lowered' : 'changed'
}

function sameInstant(one: Instant | null, other: Instant | null): boolean {
  return one === null || other === null ? one === other : one.equals(other)
}

/**
 * Whether going from one level to another takes a fresh proof: when it adds anything from `run` upward, or shows
 * a figure that was hidden. Lowering takes none, so that stopping is quick.
 */
export function givingTakesProof(kind: Kind, before: Level, after: Level): boolean {
  const harmless = actionsOfTier(kind, 'draft')
  const isStrong = (action: Action) => !harmless.has(action)
  const gains = beyond(after, before)
  return gains.actions.some(isStrong) || (gains.sees.length > 0 && before.actions.size > 0)
}
