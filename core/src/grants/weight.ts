import { allKinds, type Action, type Kind } from '../kinds/index.ts'
import { actionsOfKind, covers, levelOf, noAccess, type Given } from '../levels/index.ts'
import type { Standing } from '../standings/index.ts'
import { isBefore } from '../time/index.ts'
import { givingTakesProof } from './planLet.ts'
import type { Terms } from './terms.ts'

/**
 * The kinds of asset that something can ever hold: an asset its own, a bundle by rule those of its rule, a bundle by list
 * any. What is given on a bundle is weighed by these and not by what is in it today, so that an empty one is not harmless.
 */
export function kindsHeldBy(target: {
  readonly kind: Kind | null
  readonly rule: readonly Kind[] | null
}): readonly Kind[] {
  return target.kind ? [target.kind] : (target.rule ?? allKinds)
}

/** Whether going from one grant's terms to another's takes a fresh proof, on any kind that the target can hold. */
export function termsTakeProof(kinds: readonly Kind[], before: Given | null, after: Given): boolean {
  return kinds.some(kind => givingTakesProof(kind, before ? levelOf(kind, before) : noAccess, levelOf(kind, after)))
}

const weighty: readonly Action[] = ['access.change', 'billing.see', 'billing.change']

/** Whether saying yes to it takes a fresh proof of who says so: giving access and the bills are not accepted in passing. */
export function isWeighty(kinds: readonly Kind[], given: Given): boolean {
  return kinds.some(kind => weighty.some(action => levelOf(kind, given).actions.has(action)))
}

/** Whether a standing takes a fresh proof, to give as to accept. */
export function standingTakesProof(standing: Standing): boolean {
  return standing !== 'member'
}

/** Whether somebody who joins what holds these grants can act by them, so that joining is like being given something. */
export function canAct(held: readonly { readonly kinds: readonly Kind[]; readonly given: Given }[]): boolean {
  return held.some(({ kinds, given }) => termsTakeProof(kinds, null, given))
}

/**
 * Whether an answer stays within what was proposed: no action, no figure and no day that the proposed terms did not have,
 * on any kind that the target can hold. The answering side may accept less, never more.
 */
export function isLess(kinds: readonly Kind[], proposed: Terms, answered: Terms): boolean {
  const known = new Set(kinds.flatMap(kind => actionsOfKind(kind)))
  if (answered.actions.some(action => !known.has(action) && !proposed.actions.includes(action))) return false
  if (!kinds.every(kind => covers(levelOf(kind, proposed), levelOf(kind, answered)))) return false
  if (proposed.hiding.some(figure => !answered.hiding.includes(figure))) return false
  return staysWithinTime(proposed, answered)
}

function staysWithinTime(proposed: Terms, answered: Terms): boolean {
  if (proposed.until && (!answered.until || isBefore(proposed.until, answered.until))) return false
  return !proposed.from || (answered.from !== null && !isBefore(answered.from, proposed.from))
}

/** A grant that could be passed on, as choosing among several looks at it. */
interface Passable extends Given {
  readonly mayPassOn: boolean
  readonly upstream: string | null
}

/**
 * Which of the grants that a business holds is passed on: the first that covers what is said, else the first at all. To a
 * further business only one that says it may be, and that was not passed on itself. Null where there is none.
 */
export function grantToPassOn<G extends Passable>(
  held: readonly G[],
  kinds: readonly Kind[],
  terms: Given,
  toBusiness: boolean,
): G | null {
  const usable = toBusiness ? held.filter(grant => grant.mayPassOn && grant.upstream === null) : held
  const wide = usable.find(grant => kinds.every(kind => covers(levelOf(kind, grant), levelOf(kind, terms))))
  return wide ?? usable[0] ?? null
}
