import type { Schemas } from '../../reach/service'

type Desk = Schemas['Desk']

/** How many things lie on the desk. */
export function countOf(desk: Desk): number {
  const { steppingIn, firstSteps: _firstSteps, days: _days, leftAsIs: _left, ...sections } = desk
  return Object.values(sections).reduce(
    (sum, rows) => sum + (Array.isArray(rows) ? rows.length : 0),
    steppingIn ? 1 : 0,
  )
}

/** What is missing first for a purpose, with what mends it. */
export function firstHole(readiness: Desk['holes'][number]) {
  return readiness.requirements.find(requirement => requirement.must && requirement.state !== 'met')
}
