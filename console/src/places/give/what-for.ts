import {
  actionsOfKind,
  actionsOfTier,
  byTopic,
  canBeGivenAlone,
  fitOf,
  kinds,
  sayAction,
  sayActions,
  sayList,
  tierMeans,
  tiers,
  type Action,
  type Fit,
  type Kind,
  type Purpose,
  type Tier,
  type Topic,
} from '@famiglia/core'

/** Something that is named in the sentence; a bundle has no one kind. */
export interface ThingNamed {
  readonly key: string
  readonly name: string
  readonly noun: string
  readonly kind: Kind | null
  /** What may be given on it, where that is less than all. */
  readonly most: readonly Action[] | null
}

/** Something that can be chosen as what they get done: a purpose, a tier, or a single thing on one kind. */
export type Option =
  | {
      readonly sort: 'purpose'
      readonly key: string
      readonly name: string
      readonly words: string
      readonly tier: Tier | null
    }
  | { readonly sort: 'tier'; readonly key: Tier; readonly name: string; readonly words: string; readonly tier: Tier }
  | {
      readonly sort: 'single'
      readonly key: Action
      readonly name: string
      readonly words: string
      readonly on: readonly string[]
    }

export interface Singles {
  readonly thing: ThingNamed
  readonly topics: readonly { readonly topic: Topic; readonly actions: readonly Action[] }[]
  readonly count: number
}

const kindsOf = (things: readonly ThingNamed[]) => [...new Set(things.flatMap(thing => thing.kind ?? []))]
const mayBeGiven = (thing: ThingNamed, actions: Iterable<Action>) =>
  thing.most === null || [...actions].every(action => thing.most!.includes(action))

/** Purposes by how well they fit what is named; what cannot be given on it is left out. */
export function purposesBy(purposes: readonly Purpose[], things: readonly ThingNamed[]): Record<Fit['fits'], Option[]> {
  const grouped: Record<Fit['fits'], Option[]> = { all: [], some: [], none: [] }
  for (const purpose of purposes) {
    const { fits, words } = fitOf(purpose, kindsOf(things))
    if (things.every(thing => thing.most === null) || fits !== 'none')
      grouped[fits].push({ sort: 'purpose', key: purpose.name, name: purpose.name, words, tier: null })
  }
  return grouped
}

export function tierOptions(things: readonly ThingNamed[]): Option[] {
  return tiers
    .filter(tier => things.every(thing => !thing.kind || mayBeGiven(thing, actionsOfTier(thing.kind, tier))))
    .map(tier => ({ sort: 'tier', key: tier, name: tier, words: tierMeans[tier], tier }))
}

/** What can be given one by one, on each thing, by what it is about. */
export function singlesOf(things: readonly ThingNamed[]): Singles[] {
  return things.flatMap(thing => {
    if (!thing.kind) return []
    const actions = actionsOfKind(thing.kind).filter(action => mayBeGiven(thing, [action]))
    return [{ thing, topics: byTopic(actions), count: actions.filter(canBeGivenAlone).length }]
  })
}

/** What has to do with what was typed: what is called so first, then what includes it. */
export function findOptions(typed: string, purposes: readonly Purpose[], things: readonly ThingNamed[]): Option[] {
  const wanted = typed.trim().toLowerCase()
  const fitting = purposesBy(purposes, things)
  const named = things.filter(thing => thing.kind)
  const found = [
    ...tierOptions(things).map(option => withMatches(option, wanted, named)),
    ...[...fitting.all, ...fitting.some, ...fitting.none].map(option => withMatches(option, wanted, named)),
    ...singleOptions(wanted, named),
  ]
  return found
    .map(option => ({ option, rank: rankOf(option, wanted) }))
    .filter(({ rank }) => rank < 4)
    .sort((one, other) => one.rank - other.rank)
    .map(({ option }) => option)
}

function rankOf({ name, words, key, sort }: Option, wanted: string): number {
  const called = name.toLowerCase()
  if (called === wanted || key.toLowerCase() === wanted) return 0
  if (called.startsWith(wanted)) return 1
  if (called.includes(wanted)) return sort === 'single' ? 1 : 2
  return words.toLowerCase().includes(wanted) ? 3 : 4
}

/** A tier tells what of it was looked for, on the lowest that has it. */
function withMatches(option: Option, wanted: string, things: readonly ThingNamed[]): Option {
  if (option.sort !== 'tier' || option.name.includes(wanted)) return option
  for (const thing of things) {
    const held = [...actionsOfTier(thing.kind!, option.tier)]
    const below = tiers[tiers.indexOf(option.tier) - 1]
    const before = below ? actionsOfTier(thing.kind!, below) : new Set<Action>()
    const meant = held.filter(action => !before.has(action) && sayAction(action, thing.kind).includes(wanted))
    if (meant.length === 0) continue
    const also = held.filter(action => !meant.includes(action) && !before.has(action))
    const more = also.length > 0 ? `, and also to ${sayActions(also, thing.kind)}` : ''
    return { ...option, words: `On ${thing.name} it allows to ${sayActions(meant, thing.kind)}${more}.` }
  }
  return option
}

function singleOptions(wanted: string, things: readonly ThingNamed[]): Option[] {
  const found = new Map<string, Extract<Option, { sort: 'single' }> & { readonly names: readonly string[] }>()
  for (const { thing, topics } of singlesOf(things))
    for (const action of topics.flatMap(topic => topic.actions)) {
      const name = sayAction(action, thing.kind)
      if (!canBeGivenAlone(action) || !(name.includes(wanted) || action === wanted)) continue
      const before = found.get(name)
      const on = [...(before?.on ?? []), thing.key]
      const names = [...(before?.names ?? []), thing.name]
      found.set(name, { sort: 'single', key: action, name, words: '', on, names })
    }
  return [...found.values()].map(({ names, ...option }) => ({
    ...option,
    words: `A single thing, on ${sayList(names)}: only this.`,
  }))
}

/** `2 things can be given one by one: 13 on Summer Crossings, 12 on Day Trips`. */
export function saySingles(singles: readonly Singles[]): string {
  const all = singles.reduce((sum, one) => sum + one.count, 0)
  const each = singles.map(({ thing, count }) => `${count} on ${thing.name}`)
  return `${all} can be given one by one${singles.length > 1 ? `: ${each.join(', ')}` : ''}`
}

export function sayKind(kind: Kind): string {
  return kinds[kind].noun
}
