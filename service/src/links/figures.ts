import type { Figure, Level } from '@famiglia/core'
import type { DayOfFigures } from '../base/platforms.ts'

/** What accounts are told and sorted by. */
export const measures = ['spend', 'results', 'costOfResult', 'revenue'] as const
export type Measure = (typeof measures)[number]

/** One figure of a time, of the time before, and the change in percent; null where there was nothing before. */
export interface Measured {
  readonly value: number
  readonly before: number
  readonly change: number | null
}

export interface Sum extends Measured {
  /** How many accounts are in it, and how many it leaves out because they hide the figure. */
  readonly of: number
  readonly leavesOut: number
}

/** Each figure; null where it is hidden from who looks, or the platform tells none. */
export type Figures = Readonly<Record<Measure, Measured | null>>

/** What of an account its sums are made of. */
interface Compared {
  readonly figures: Figures
  readonly hiddenFigures: readonly Measure[]
}

const takes: Readonly<Record<Measure, readonly Figure[]>> = {
  spend: ['spend'],
  results: [],
  costOfResult: ['spend'],
  revenue: ['revenue'],
}

export function maySee({ actions, sees }: Level, measure: Measure): boolean {
  return actions.has('report.see') && takes[measure].every(figure => sees.has(figure))
}

export function figuresOf(
  days: readonly DayOfFigures[] | null,
  count: number,
  isSeen: (measure: Measure) => boolean,
): Figures {
  const now = totals(days?.slice(-count) ?? [])
  const before = totals(days?.slice(0, -count) ?? [])
  const one = (measure: Measure): Measured | null =>
    days && isSeen(measure)
      ? { value: now[measure], before: before[measure], change: changeOf(now[measure], before[measure]) }
      : null
  return { spend: one('spend'), results: one('results'), costOfResult: one('costOfResult'), revenue: one('revenue') }
}

type Totals = Record<Measure, number>

function totals(days: readonly Pick<DayOfFigures, 'spend' | 'results' | 'revenue'>[]): Totals {
  const sum = (of: 'spend' | 'results' | 'revenue') => days.reduce((all, day) => all + day[of], 0)
  const [spend, results, revenue] = [sum('spend'), sum('results'), sum('revenue')]
  return { spend, results, revenue, costOfResult: costOf(spend, results) }
}

function costOf(spend: number, results: number): number {
  return results === 0 ? 0 : Math.round((spend / results) * 100) / 100
}

function changeOf(now: number, before: number): number | null {
  return before === 0 ? null : Math.round((now / before - 1) * 100)
}

/** The sum over all accounts that tell a figure; cost of a result is the whole spend over the whole results of those. */
export function sumOf(rows: readonly Compared[], measure: Measure): Sum {
  const seen = rows.filter(row => row.figures[measure])
  const add = (of: Measure, when: 'value' | 'before') =>
    seen.reduce((all, row) => all + (row.figures[of]?.[when] ?? 0), 0)
  const sum = (when: 'value' | 'before') =>
    measure === 'costOfResult' ? costOf(add('spend', when), add('results', when)) : add(measure, when)
  const [value, before] = [sum('value'), sum('before')]
  const leavesOut = rows.filter(row => row.hiddenFigures.includes(measure)).length
  return { value, before, change: changeOf(value, before), of: seen.length, leavesOut }
}
