import { kinds, type Action, type Kind } from '../kinds/index.ts'

/** The ladder: each tier holds all of the one before it. */
export const tiers = ['watch', 'draft', 'run', 'steward'] as const
export type Tier = (typeof tiers)[number]

/** What each tier means, on whatever kind of asset. */
export const tierMeans: Readonly<Record<Tier, string>> = {
  watch: 'See reports, content and settings. Changes nothing.',
  draft: 'Prepare, but nothing goes out or costs money.',
  run: 'Publish, send, spend. The everyday work.',
  steward: 'Run, and give and take away access, up to their own tier.',
}

export function isTier(text: string): text is Tier {
  return (tiers as readonly string[]).includes(text)
}

const heldByTier = new Map<string, ReadonlySet<Action>>()

/** All actions a tier holds on a kind of asset, those of the tiers below it included. */
export function actionsOfTier(kind: Kind, tier: Tier): ReadonlySet<Action> {
  const key = `${kind} ${tier}`
  let held = heldByTier.get(key)
  if (!held) {
    const upTo = tiers.slice(0, tiers.indexOf(tier) + 1)
    held = new Set(upTo.flatMap(step => kinds[kind].tiers[step]))
    heldByTier.set(key, held)
  }
  return held
}

/** The actions a kind has, in the order of its tiers and then those by name only. */
export function actionsOfKind(kind: Kind): readonly Action[] {
  return [...new Set([...actionsOfTier(kind, 'steward'), ...kinds[kind].byName])]
}

/** The actions that the owning business's admins alone have, outside every tier. */
export const ownersActions = ['asset.archive', 'asset.hand-over'] as const satisfies readonly Action[]

/** What is given with steward alone, never by name: whoever gives access has to hold what they give. */
const withStewardAlone: Action = 'access.change'

export function canBeGivenAlone(action: Action): boolean {
  return action !== withStewardAlone
}

/** What no link carries: whoever is steward through a manager account is called so without it. */
const neverCarried: Action = 'link.change'

/** The highest tier wholly held by a set of actions, or null when it holds not even the lowest. */
export function highestTierWithin(kind: Kind, actions: ReadonlySet<Action>): Tier | null {
  const holds = (action: Action) => action === neverCarried || actions.has(action)
  return tiers.findLast(tier => [...actionsOfTier(kind, tier)].every(holds)) ?? null
}

/** The smallest tier that holds all the wanted actions, with what it gives beyond them; null when no tier does. */
export function leastTier(kind: Kind, wanted: Iterable<Action>): { tier: Tier; surplus: Action[] } | null {
  const asked = new Set(wanted)
  const tier = tiers.find(step => [...asked].every(action => actionsOfTier(kind, step).has(action)))
  if (!tier) return null
  return { tier, surplus: [...actionsOfTier(kind, tier)].filter(action => !asked.has(action)) }
}

/**
 * The actions beyond the highest tier that is wholly held, in the kind's own order: those given by name. What the owner's
 * admins alone have is left out.
 */
export function namedBeyond(kind: Kind, actions: ReadonlySet<Action>): Action[] {
  const tier = highestTierWithin(kind, actions)
  const held = tier ? actionsOfTier(kind, tier) : new Set<Action>()
  return actionsOfKind(kind).filter(action => actions.has(action) && !held.has(action))
}
