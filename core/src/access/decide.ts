import type { Action } from '../kinds/index.ts'
import { noAccess, unite, type Level } from '../levels/index.ts'
import type { Instant } from '../time/index.ts'
import type { AccessFacts } from './facts.ts'
import { pathsOn, type Path } from './paths.ts'

export interface Reach {
  /** All that the counting paths give together. */
  readonly level: Level
  readonly paths: readonly Path[]
}

export interface Decision extends Reach {
  readonly allowed: boolean
}

/**
 * Decides whether a person may do something with an asset at an instant, and tells every path, the ones
 * that do not count included. Along a path levels are intersected; over several paths they are united.
 */
export function decide(facts: AccessFacts, action: Action, at: Instant): Decision {
  const reach = reachOf(facts, at)
  return { ...reach, allowed: reach.level.actions.has(action) }
}

/** A person's whole level on an asset at an instant, with its paths. */
export function reachOf(facts: AccessFacts, at: Instant): Reach {
  const paths = withoutPassedOn(pathsOn(facts, at))
  const level = paths.filter(path => !path.stopped).reduce((sum, path) => unite(sum, path.level), noAccess)
  return { level, paths }
}

/** What a partner holds is not told beside the path by which it put somebody on it: that path tells it already. */
function withoutPassedOn(paths: readonly Path[]): readonly Path[] {
  const isUnstaffed = (path: Path) => path.steps.some(step => step.stopped === 'not-staffed')
  if (!paths.some(isUnstaffed)) return paths
  const passedOn = new Set(paths.flatMap(path => path.grants.slice(0, -1).map(grant => grant.id)))
  return paths.filter(path => !isUnstaffed(path) || !passedOn.has(path.grants.at(-1)!.id))
}
