import { sayList } from '@famiglia/core'
import type { Falls } from './planned.ts'

/** `Marisol Engstrom and Dae Whitlock, who were put on it; Pebblecast Studio, to which it was passed on`. */
export function sayFallen({ below }: Falls): string {
  const named = (how: 'staffed' | 'passed on') => [...new Set(below.filter(one => one.how === how).map(one => one.to))]
  const [staffed, passedOn] = [named('staffed'), named('passed on')]
  return [
    staffed.length > 0 && `${sayList(staffed)}, who ${staffed.length > 1 ? 'were' : 'was'} put on it`,
    passedOn.length > 0 && `${sayList(passedOn)}, to which it was passed on`,
  ]
    .filter(Boolean)
    .join('; ')
}
