import type { Kind } from '../kinds/index.ts'
import type { Level } from '../levels/index.ts'
import { capitalised, describeLevel, sayCount } from '../words/index.ts'

/** What a list of who reaches what can be narrowed to. */
export const accessFilters = [
  'sees revenue',
  'can spend',
  'can give access',
  'ends soon',
  'no second step',
  'outside people',
  'invited',
] as const
export type AccessFilter = (typeof accessFilters)[number]

/** The filters that a level on a kind of asset meets by itself. */
export function filtersMetBy(kind: Kind, level: Level): AccessFilter[] {
  const { canSpend, canGiveAccess } = describeLevel(kind, level)
  return [
    ...(level.sees.has('revenue') ? (['sees revenue'] as const) : []),
    ...(canSpend ? (['can spend'] as const) : []),
    ...(canGiveAccess ? (['can give access'] as const) : []),
  ]
}

const are: Record<AccessFilter, [one: string, many: string]> = {
  'sees revenue': ['sees revenue', 'see revenue'],
  'can spend': ['can spend', 'can spend'],
  'can give access': ['can give access', 'can give access'],
  'ends soon': ['has something that ends within 30 days', 'have something that ends within 30 days'],
  'no second step': ['has no second step', 'have no second step'],
  'outside people': ['is from outside', 'are from outside'],
  invited: ['is invited', 'are invited'],
}

/** `Four people see revenue, one of them from outside.` */
export function sayFound(show: AccessFilter | null, people: number, outside: number): string {
  const is = show ? are[show][people === 1 ? 0 : 1] : people === 1 ? 'is here' : 'are here'
  const from = show === 'outside people' || outside === 0 ? '' : `, ${sayOutside(people, outside)}`
  return `${capitalised(sayCount(people, 'person', 'people'))} ${is}${from}.`
}

function sayOutside(people: number, outside: number): string {
  if (people === outside) return people === 1 ? 'from outside' : 'all from outside'
  return `${sayCount(outside, 'of them', 'of them')} from outside`
}
