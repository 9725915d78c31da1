import { actionWords, kinds, type Action, type Figure, type Kind } from '../kinds/index.ts'
import { actionsOfKind, actionsOfTier, highestTierWithin, type Given, type Level } from '../levels/index.ts'
import { sayList } from './lists.ts'

/** Actions in plain words: `see reports; draft, publish and pause adverts; change budgets and audiences`. */
export function sayActions(actions: Iterable<Action>): string {
  const verbsByObject = new Map<string, string[]>()
  for (const action of actions) {
    const [verb, object] = actionWords[action]
    verbsByObject.set(object, [...(verbsByObject.get(object) ?? []), verb])
  }
  const objectsByVerbs = new Map<string, string[]>()
  for (const [object, verbs] of verbsByObject) {
    const said = sayList(verbs)
    objectsByVerbs.set(said, [...(objectsByVerbs.get(said) ?? []), object])
  }
  return [...objectsByVerbs].map(([verbs, objects]) => `${verbs} ${sayList(objects)}`).join('; ')
}

/** What a level is called: its tier and what comes on top, or the actions by name. */
export function sayLevel(kind: Kind, level: Level): string {
  const tier = highestTierWithin(kind, level.actions)
  const held = tier ? actionsOfTier(kind, tier) : new Set<Action>()
  const extra = [...level.actions].filter(action => !held.has(action) && !action.startsWith('asset.'))
  return [tier, ...extra].filter(Boolean).join(', ') || 'nothing'
}

/** The words of a grant: `run`, `run, leads.collect`, `caption.edit`. */
export function sayGiven(given: Given): string {
  return [given.tier, ...given.actions].filter(Boolean).join(', ')
}

export interface LevelInWords {
  /** What it allows. */
  readonly may: string
  /** What the kind has beyond it. */
  readonly mayNot: string
  readonly sees: readonly Figure[]
  readonly hidden: readonly Figure[]
  readonly canSpend: boolean
  readonly canGiveAccess: boolean
}

/** A level in the words that the review, the invitation and a person's own page use. */
export function describeLevel(kind: Kind, level: Level): LevelInWords {
  const rules = kinds[kind]
  const all = actionsOfKind(kind)
  return {
    may: sayActions(all.filter(action => level.actions.has(action))),
    mayNot: sayActions(all.filter(action => !level.actions.has(action))),
    sees: rules.figures.filter(figure => level.sees.has(figure)),
    hidden: rules.figures.filter(figure => !level.sees.has(figure)),
    canSpend: rules.spends.some(action => level.actions.has(action)),
    canGiveAccess: level.actions.has('access.change'),
  }
}
