import { kinds, type Action, type Figure, type Kind } from '../kinds/index.ts'
import { actionsOfKind, actionsOfTier, ownersActions, type Tier } from './tier.ts'

/** What somebody may do with an asset and which figures they see there. */
export interface Level {
  readonly actions: ReadonlySet<Action>
  readonly sees: ReadonlySet<Figure>
}

/** What a grant says: a tier, actions by name, or both; and the figures it keeps back. */
export interface Given {
  readonly tier: Tier | null
  readonly actions: readonly Action[]
  readonly hiding: readonly Figure[]
}

export const noAccess: Level = { actions: new Set(), sees: new Set() }

/** The level a grant's words come to on a kind of asset. Each action shows its own figures, less what is hidden. */
export function levelOf(kind: Kind, given: Given): Level {
  const key = `${kind} ${given.tier} ${given.actions.join()} ${given.hiding.join()}`
  const known = knownLevels.get(key)
  if (known) return known
  const level = workOut(kind, given)
  if (knownLevels.size === mostKnown) knownLevels.clear()
  knownLevels.set(key, level)
  return level
}

/** What terms come to is asked for all the time, and there are few that people use: each is worked out once. */
const knownLevels = new Map<string, Level>()
const mostKnown = 5_000

function workOut(kind: Kind, given: Given): Level {
  const known = new Set(actionsOfKind(kind))
  const actions = new Set(given.tier ? actionsOfTier(kind, given.tier) : [])
  for (const action of given.actions) if (known.has(action)) actions.add(action)
  const { figures, shows } = kinds[kind]
  const shown = new Set([...actions].flatMap(action => shows[action] ?? []))
  return { actions, sees: new Set(figures.filter(figure => shown.has(figure) && !given.hiding.includes(figure))) }
}

/** What the owning business's admins have: everything. */
export function fullLevel(kind: Kind): Level {
  const known = fullLevels.get(kind)
  if (known) return known
  const level = { actions: new Set([...actionsOfKind(kind), ...ownersActions]), sees: new Set(kinds[kind].figures) }
  fullLevels.set(kind, level)
  return level
}

const fullLevels = new Map<Kind, Level>()

/** What finance people of the owning business have by their standing: the money, and nothing that changes adverts. */
export function financeLevel(kind: Kind): Level {
  const billing = kinds[kind].byName.filter(action => action.startsWith('billing.'))
  return billing.length === 0 ? noAccess : levelOf(kind, { tier: null, actions: billing, hiding: [] })
}

/** Over several paths: the most that any of them gives. */
export function unite(one: Level, other: Level): Level {
  if (one === noAccess || other === noAccess) return one === noAccess ? other : one
  return { actions: union(one.actions, other.actions), sees: union(one.sees, other.sees) }
}

/** Along one path: nobody passes on more than they hold. */
export function narrow(one: Level, other: Level): Level {
  const before = narrowedBefore.get(one)?.get(other)
  if (before) return before
  const level = { actions: intersection(one.actions, other.actions), sees: intersection(one.sees, other.sees) }
  const known = narrowedBefore.get(one) ?? new WeakMap<Level, Level>()
  narrowedBefore.set(one, known.set(other, level))
  return level
}

/** Ways through partners and manager accounts narrow the same few levels again and again: each two are worked out once. */
const narrowedBefore = new WeakMap<Level, WeakMap<Level, Level>>()

/** Whether the first level allows and shows all that the second does. */
export function covers(level: Level, other: Level): boolean {
  return isWithin(other.actions, level.actions) && isWithin(other.sees, level.sees)
}

/** What the first level has beyond the second. */
export function beyond(level: Level, other: Level): { actions: Action[]; sees: Figure[] } {
  return {
    actions: [...level.actions].filter(action => !other.actions.has(action)),
    sees: [...level.sees].filter(figure => !other.sees.has(figure)),
  }
}

export function sameLevel(one: Level, other: Level): boolean {
  return covers(one, other) && covers(other, one)
}

function union<T>(one: ReadonlySet<T>, other: ReadonlySet<T>): ReadonlySet<T> {
  return new Set([...one, ...other])
}

function intersection<T>(one: ReadonlySet<T>, other: ReadonlySet<T>): ReadonlySet<T> {
  return new Set([...one].filter(item => other.has(item)))
}

function isWithin<T>(inner: ReadonlySet<T>, outer: ReadonlySet<T>): boolean {
  return [...inner].every(item => outer.has(item))
}
