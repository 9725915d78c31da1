import type { Action, Figure, Kind } from '../kinds/index.ts'
import {
  canBeGivenAlone,
  actionsOfKind,
  actionsOfTier,
  beyond,
  covers,
  levelOf,
  narrow,
  noAccess,
  sameLevel,
  unite,
  type Level,
} from '../levels/index.ts'
import { isBefore, type Instant } from '../time/index.ts'
import { sameInstant, type Terms } from './terms.ts'

export type LetPlan =
  | {
      ok: true
      change: 'new' | 'same' | 'raised' | 'lowered' | 'changed'
      level: Level
      gains: Difference
      loses: Difference
      takesProof: boolean
    }
  | { ok: false; code: 'grant.above-own-level' | 'grant.held-above'; actions: Action[]; sees: Figure[] }
  | { ok: false; code: 'grant.beyond-own-end'; until: Instant }
  | { ok: false; code: 'action.not-alone' }
  | { ok: false; code: 'action.unknown'; actions: Action[] }
  | { ok: false; code: 'date.past' | 'date.order' }

/** What somebody gives out of: their own level on an asset, and until when they hold it themselves. */
export interface GivingLevel {
  readonly level: Level
  /** Null: without an end. */
  readonly until: Instant | null
  /** Of what another business owns: the most that counts there, whatever was given before the owner lowered it. */
  readonly ceiling?: Level
}

export interface Difference {
  readonly actions: readonly Action[]
  readonly sees: readonly Figure[]
}

/**
 * What saying `let` comes to: a new grant, or a change of the one that the same holder has on the same asset
 * for that reason already, never a second one. The sentence says all: what it leaves out (a hidden figure, an end) is not kept.
 * Nobody gives more than they hold themselves.
 */
export function planLet(kind: Kind, terms: Terms, giver: GivingLevel, current: readonly Terms[], at: Instant): LetPlan {
  const foreign = terms.actions.filter(action => !actionsOfKind(kind).includes(action))
  if (foreign.length > 0) return { ok: false, code: 'action.unknown', actions: foreign }
  if (terms.until && !isBefore(at, terms.until)) return { ok: false, code: 'date.past' }
  if (terms.until && terms.from && !isBefore(terms.from, terms.until)) return { ok: false, code: 'date.order' }
  if (terms.tier !== 'steward' && !terms.actions.every(canBeGivenAlone)) return { ok: false, code: 'action.not-alone' }
  const level = levelOf(kind, terms)
  if (!covers(giver.level, level)) return { ok: false, code: 'grant.above-own-level', ...beyond(level, giver.level) }
  if (isBeyondEnd(terms.until, giver.until)) return { ok: false, code: 'grant.beyond-own-end', until: giver.until! }
  const said = current.map(one => levelOf(kind, one)).reduce(unite, noAccess)
  const above = whatIsAbove(said, current, giver)
  if (above) return above
  const before = counted(said, giver)
  const gains = beyond(level, before)
  const loses = beyond(before, level)
  return {
    ok: true,
    change: changeBetween(current, terms, said, level),
    level,
    gains,
    loses,
    takesProof:
      givingTakesProof(kind, before, level) || (endsLater(current, terms) && givingTakesProof(kind, noAccess, level)),
  }
}

/** What was given beneath a ceiling counts up to it. */
function counted(said: Level, { ceiling }: GivingLevel): Level {
  return ceiling ? narrow(said, ceiling) : said
}

/** Nobody changes or ends what is above what they hold themselves: in actions, in figures, or in time. */
export function whatIsAbove(
  said: Level,
  terms: readonly Pick<Terms, 'until'>[],
  giver: GivingLevel,
): Extract<LetPlan, { ok: false }> | null {
  const held = counted(said, giver)
  if (!covers(giver.level, held)) return { ok: false, code: 'grant.held-above', ...beyond(held, giver.level) }
  if (terms.some(one => isBeyondEnd(one.until, giver.until)))
    return { ok: false, code: 'grant.beyond-own-end', until: giver.until! }
  return null
}

function isBeyondEnd(until: Instant | null, own: Instant | null): boolean {
  return own !== null && (until === null || isBefore(own, until))
}

function changeBetween(
  current: readonly Terms[],
  terms: Terms,
  before: Level,
  after: Level,
): 'new' | 'same' | 'raised' | 'lowered' | 'changed' {
  const [only, ...more] = current
  if (!only) return 'new'
  const sameTime = sameInstant(only.from, terms.from) && sameInstant(only.until, terms.until)
  if (sameLevel(before, after)) return sameTime && more.length === 0 ? 'same' : 'changed'
  if (covers(after, before)) return 'raised'
  return covers(before, after) && !endsLater(current, terms) ? 'lowered' : 'changed'
}

/** Whether it would last longer than what it takes the place of: to extend it takes what giving takes. */
export function endsLater(current: readonly Pick<Terms, 'until'>[], { until }: Pick<Terms, 'until'>): boolean {
  if (current.some(one => one.until === null)) return false
  return until === null || current.every(one => isBefore(one.until!, until))
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
