import { readMoment, Temporal, type Moment } from './moment.ts'
import { lastDayOf, spanUnits, type SpanUnit } from './span.ts'

const monthNames = 'january february march april may june july august september october november december'.split(' ')
const dayNames = 'monday tuesday wednesday thursday friday saturday sunday'.split(' ')
const numberNames = 'zero one two three four five six seven eight nine ten eleven twelve'.split(' ')

/**
 * Reads a day as people type one: `6 weeks`, `next Friday`, `end of March`, `31 March`, `2027-03-31`; null for what is no
 * day, or could be two. A day without a year is the next one of that name. “Friday” is the coming one, “next Friday” that
 * of next week.
 */
export function readTyped(text: string, today: Temporal.PlainDate): Moment | null {
  const exact = readMoment(text.trim())
  if (exact) return exact
  const said = text
    .trim()
    .toLowerCase()
    .replace(/[,.](?=\s|$)/g, '')
    .replace(/\s+/g, ' ')
    .replace(/^(until|till|by|for|in|on|to) /, '')
    .replace(/^the /, '')
  const day = readSpan(said, today) ?? readNamed(said, today) ?? readEnd(said, today) ?? readDay(said, today)
  return day ? { date: day.toString() } : null
}

function readSpan(said: string, today: Temporal.PlainDate): Temporal.PlainDate | null {
  const found = /^(\d{1,3}|an?|[a-z]+) (day|week|month|year)s?$/.exec(said)
  if (!found) return null
  const [, count, unit] = found as unknown as [string, string, string]
  const amount = /^\d/.test(count) ? Number(count) : /^an?$/.test(count) ? 1 : numberNames.indexOf(count)
  if (amount < 1) return null
  const last = lastDayOf(today, amount, spanUnits.find(known => known === unit) as SpanUnit)
  return 'date' in last ? Temporal.PlainDate.from(last.date) : null
}

function readNamed(said: string, today: Temporal.PlainDate): Temporal.PlainDate | null {
  if (said === 'today') return today
  if (said === 'tomorrow') return today.add({ days: 1 })
  const found = /^(this |next |coming )?([a-z]+)$/.exec(said)
  const wanted = dayNames.findIndex(name => name === found?.[2] || name.slice(0, 3) === found?.[2]) + 1
  if (!found || wanted === 0) return null
  if (found[1] === 'next ') return today.add({ days: 7 - today.dayOfWeek + wanted })
  return today.add({ days: (wanted - today.dayOfWeek + 7) % 7 || 7 })
}

function readEnd(said: string, today: Temporal.PlainDate): Temporal.PlainDate | null {
  const found = /^end of (?:the )?(.+)$/.exec(said)
  if (!found) return null
  const what = found[1]!.replace(/^(this|coming) /, '')
  const base = /^next /.test(what)
  const unit = what.replace(/^next /, '')
  if (unit === 'week') return today.add({ days: 7 - today.dayOfWeek + (base ? 7 : 0) })
  if (unit === 'month') return lastOfMonth(today.add({ months: base ? 1 : 0 }))
  if (unit === 'year') return today.with({ month: 12, day: 31 }).add({ years: base ? 1 : 0 })
  if (/^\d{4}$/.test(unit)) return Temporal.PlainDate.from({ year: Number(unit), month: 12, day: 31 })
  const [, name, year] = /^([a-z]+)(?: (\d{4}))?$/.exec(unit) ?? []
  const month = monthOf(name ?? '')
  if (base || !month) return null
  if (year) return lastOfMonth(Temporal.PlainDate.from({ year: Number(year), month, day: 1 }))
  const thisYear = lastOfMonth(today.with({ day: 1, month }))
  return isOver(thisYear, today) ? lastOfMonth(thisYear.add({ years: 1 })) : thisYear
}

/** `31 March`, `31st of March 2027`, `March 31 2027`, `31.3.2027`. Digits alone with a stroke could be two days, and are none. */
function readDay(said: string, today: Temporal.PlainDate): Temporal.PlainDate | null {
  const dotted = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(said)
  if (dotted) return dayOf(Number(dotted[3]), Number(dotted[2]), Number(dotted[1]))
  const dayFirst = /^(\d{1,2})(?:st|nd|rd|th)? (?:of )?([a-z]+)(?: (\d{4}))?$/.exec(said)
  const monthFirst = /^([a-z]+) (\d{1,2})(?:st|nd|rd|th)?(?: (\d{4}))?$/.exec(said)
  const month = monthOf((dayFirst?.[2] ?? monthFirst?.[1]) || '')
  const day = Number(dayFirst?.[1] ?? monthFirst?.[2] ?? 0)
  const year = dayFirst?.[3] ?? monthFirst?.[3]
  if (!month) return null
  if (year) return dayOf(Number(year), month, day)
  const thisYear = dayOf(today.year, month, day)
  return thisYear && !isOver(thisYear, today) ? thisYear : dayOf(today.year + 1, month, day)
}

function monthOf(name: string): number | null {
  const found = monthNames.findIndex(month => month === name || (name.length >= 3 && month.slice(0, 3) === name)) + 1
  return found || null
}

function dayOf(year: number, month: number, day: number): Temporal.PlainDate | null {
  try {
    return Temporal.PlainDate.from({ year, month, day }, { overflow: 'reject' })
  } catch {
    return null
  }
}

function lastOfMonth(day: Temporal.PlainDate): Temporal.PlainDate {
  return day.with({ day: day.daysInMonth })
}

function isOver(day: Temporal.PlainDate, today: Temporal.PlainDate): boolean {
  return Temporal.PlainDate.compare(day, today) < 0
}
