import { Temporal, type Instant, type Moment } from './moment.ts'

export const spanUnits = ['day', 'week', 'month', 'year'] as const
export type SpanUnit = (typeof spanUnits)[number]

/** The last whole day of a span that begins on a day: `for 6 months` from 23 November is until 23 May. */
export function lastDayOf(from: Temporal.PlainDate, amount: number, unit: SpanUnit): Moment {
  return { date: from.add({ [`${unit}s`]: amount }).toString() }
}

const steps: ReadonlyArray<readonly [seconds: number, name: string]> = [
  [31_556_952, 'year'],
  [2_629_746, 'month'],
  [86_400, 'day'],
  [3_600, 'hour'],
  [60, 'minute'],
]

/** How long ago, or how far ahead, in the words people use: `3 days ago`, `in 11 days`, `just now`. */
export function sayAge(then: Instant, now: Instant): string {
  const seconds = (now.epochMilliseconds - then.epochMilliseconds) / 1000
  const step = steps.find(([size]) => Math.abs(seconds) >= size)
  if (!step) return seconds >= -5 ? 'just now' : 'in a moment'
  const amount = Math.floor(Math.abs(seconds) / step[0])
  const words = `${amount === 1 ? (step[1] === 'hour' ? 'an' : 'a') : amount} ${step[1]}${amount === 1 ? '' : 's'}`
  return seconds > 0 ? `${words} ago` : `in ${words}`
}
