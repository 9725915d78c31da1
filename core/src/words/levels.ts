import { actionWords, kinds, type Action, type Figure, type Kind } from '../kinds/index.ts'
import { actionsOfKind, highestTierWithin, namedBeyond, type Given, type Level } from '../levels/index.ts'
import { sayList } from './lists.ts'

/** Actions in plain words: `see reports; draft, publish and pause adverts; change budgets and audiences`. */
export function sayActions(actions: Iterable<Action>, kind: Kind | null = null): string {
  return phrasesOf(actions, kind).join('; ')
}

function phrasesOf(actions: Iterable<Action>, kind: Kind | null): string[] {
  const verbsByObject = new Map<string, string[]>()
  for (const action of actions) {
    const [verb, object] = wordsOf(action, kind)
    verbsByObject.set(object, [...(verbsByObject.get(object) ?? []), verb])
  }
  const objectsByVerbs = new Map<string, string[]>()
  for (const [object, verbs] of verbsByObject) {
    const said = sayList(verbs)
    objectsByVerbs.set(said, [...(objectsByVerbs.get(said) ?? []), object])
  }
  return [...objectsByVerbs].map(([verbs, objects]) => `${verbs} ${sayList(objects)}`)
}

/** One action in plain words, about the kind of asset it is done with: `use the page in adverts`. */
export function sayAction(action: Action, kind: Kind | null = null): string {
  return wordsOf(action, kind).join(' ')
}

function wordsOf(action: Action, kind: Kind | null): [verb: string, object: string] {
  const [verb, object] = actionWords[action]
  return [verb, object.replace('{it}', kind ? `the ${kinds[kind].noun}` : 'it')]
}

/** What a level is called: its tier and what comes on top, as read. */
export function sayLevel(kind: Kind, level: Level): string {
  const before = saidBefore.get(level)
  if (before?.kind === kind) return before.said
  const said = workOutSaid(kind, level)
  saidBefore.set(level, { kind, said })
  return said
}

/** Every decision says its level, and the same few come again and again. */
const saidBefore = new WeakMap<Level, { readonly kind: Kind; readonly said: string }>()

function workOutSaid(kind: Kind, level: Level): string {
  const tier = highestTierWithin(kind, level.actions)
  return sayGiven({ tier, actions: namedBeyond(kind, level.actions) }, kind) || 'nothing'
}

/** The words of a grant, as read: `run`, `run and collect leads`, `edit captions`. */
export function sayGiven({ tier, actions }: Pick<Given, 'tier' | 'actions'>, kind: Kind | null = null): string {
  return sayList([...(tier ? [tier] : []), ...phrasesOf(actions, kind)])
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
    may: sayActions(
      all.filter(action => level.actions.has(action)),
      kind,
    ),
    mayNot: sayActions(
      all.filter(action => !level.actions.has(action)),
      kind,
    ),
    sees: rules.figures.filter(figure => level.sees.has(figure)),
    hidden: rules.figures.filter(figure => !level.sees.has(figure)),
    canSpend: rules.spends.some(action => level.actions.has(action)),
    canGiveAccess: level.actions.has('access.change'),
  }
}
