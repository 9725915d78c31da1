import type { Schemas } from '../../reach/service'

type Desk = Schemas['Desk']

/** How many things lie on the desk. */
export function countOf(desk: Desk): number {
  return Object.values(desk).reduce((sum, rows) => sum + rows.length, 0)
}

/** What is missing first for a purpose, with what mends it. */
export function firstHole(readiness: Desk['holes'][number]) {
  return readiness.requirements.find(requirement => requirement.must && requirement.state !== 'met')
}
