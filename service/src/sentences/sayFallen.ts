import { sayList } from '@famiglia/core'
import type { Falls } from './planned.ts'

/** `Marisol Engstrom and Dae Whitlock staffed; passed on to Pebblecast Studio`. */
export function sayFallen({ below }: Falls): string {
  const names = (how: 'staffed' | 'passed on') =>
    sayList([...new Set(below.filter(one => one.how === how).map(one => one.to))])
  return [names('staffed') && `${names('staffed')} staffed`, names('passed on') && `passed on to ${names('passed on')}`]
    .filter(Boolean)
    .join('; ')
}
