import { createHash } from 'node:crypto'
import type { Thing } from './things.ts'

export interface DayOfFigures {
  readonly day: string
  readonly spend: number
  readonly results: number
  readonly revenue: number
}

/** More days than anybody compares at once. */
const mostDays = 400

/**
 * What a thing brought day by day, both days included (ISO 8601 dates): the same however often it is asked, higher at
 * weekends, and slowly rising or falling as things do.
 */
export function figuresOf({ ref, daily }: Thing, from: string, to: string): DayOfFigures[] {
  if (!daily) return []
  const trend = (dice(ref) - 0.4) / 400
  const first = Date.parse(`${from}T00:00:00Z`)
  const count = Math.min(mostDays, Math.round((Date.parse(`${to}T00:00:00Z`) - first) / 86_400_000) + 1)
  return Array.from({ length: Math.max(0, count) }, (_one, index) => {
    const at = new Date(first + index * 86_400_000)
    const day = at.toISOString().slice(0, 10)
    const weekend = [0, 6].includes(at.getUTCDay()) ? 1.25 : 0.95
    const grown = 1 + trend * ((at.getTime() / 86_400_000) % 365)
    const swing = (what: string) => weekend * grown * (0.75 + dice(`${ref} ${day} ${what}`) / 2)
    return {
      day,
      spend: Math.round(daily.spend * swing('spend')),
      results: Math.round(daily.results * swing('results')),
      revenue: Math.round(daily.revenue * swing('revenue')),
    }
  })
}

/** A number from 0 to 1 that hangs on the text alone. */
function dice(text: string): number {
  return createHash('sha256').update(text).digest().readUInt32BE(0) / 2 ** 32
}
