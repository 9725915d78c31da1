import type { Action, Tier } from '@famiglia/core'

/** One level of the sentence: what is given, on what. */
export interface LevelSaid {
  readonly tier: Tier | null
  readonly actions: readonly Action[]
  readonly on: readonly string[]
}

/** Whether nothing is given by it yet. */
export function isOpen({ tier, actions }: LevelSaid): boolean {
  return tier === null && actions.length === 0
}

/** What is given alike stands together in one level. */
export function together(levels: readonly LevelSaid[]): LevelSaid[] {
  const groups = new Map<string, LevelSaid>()
  for (const level of levels) {
    const key = JSON.stringify([level.tier, level.actions])
    groups.set(key, { ...level, on: [...(groups.get(key)?.on ?? []), ...level.on] })
  }
  return [...groups.values()]
}
