import type { Kind } from '../kinds/index.ts'
import type { Level } from '../levels/index.ts'
import { describeLevel } from '../words/index.ts'

/** What a list of who reaches what can be narrowed to. */
export const accessFilters = [
  'sees revenue',
  'can spend',
  'can give access',
  'until soon',
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
