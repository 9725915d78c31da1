import { Temporal } from 'temporal-polyfill'

export { Temporal }
export type Instant = Temporal.Instant

/** When something begins or ends, as a sentence says it: a whole day, or an exact time with its offset. */
export type Moment = { readonly date: string } | { readonly at: string }

/** Reads `2027-03-31` or `2027-03-31T18:00+01:00`; null for anything else, a day that does not exist included. */
export function readMoment(text: string): Moment | null {
  try {
    if (/^\d{4}-\d{2}-\d{2}$/.test(text))
      return { date: Temporal.PlainDate.from(text, { overflow: 'reject' }).toString() }
    const exact = /^(\d{4}-\d{2}-\d{2}T\d{2}:\d{2})(:\d{2})?(Z|[+-]\d{2}:\d{2})$/i.exec(text)
    if (!exact) return null
    Temporal.Instant.from(text.toUpperCase())
    return { at: text.toUpperCase() }
  } catch {
    return null
  }
}

export function printMoment(moment: Moment): string {
  return 'date' in moment ? moment.date : moment.at
}

/** The instant from which a grant holds: the day's first, in the giver's zone. */
export function beginOf(moment: Moment, zone: string): Instant {
  if ('at' in moment) return Temporal.Instant.from(moment.at)
  return Temporal.PlainDate.from(moment.date).toZonedDateTime(zone).toInstant()
}

/** The instant until which a grant holds, itself not included: a date is given whole, so it is the first of the day after. */
export function endOf(moment: Moment, zone: string): Instant {
  if ('at' in moment) return Temporal.Instant.from(moment.at)
  return Temporal.PlainDate.from(moment.date).add({ days: 1 }).toZonedDateTime(zone).toInstant()
}

/** How a stored end is said again: the last whole day where it falls on a day's edge in the zone, else the exact time. */
export function momentOfEnd(end: Instant, zone: string): Moment {
  const there = end.toZonedDateTimeISO(zone)
  if (there.equals(there.startOfDay())) return { date: there.toPlainDate().subtract({ days: 1 }).toString() }
  return { at: there.toString({ timeZoneName: 'never', smallestUnit: 'minute' }) }
}

export function momentOfBegin(begin: Instant, zone: string): Moment {
  const there = begin.toZonedDateTimeISO(zone)
  if (there.equals(there.startOfDay())) return { date: there.toPlainDate().toString() }
  return { at: there.toString({ timeZoneName: 'never', smallestUnit: 'minute' }) }
}

export function isBefore(one: Instant, other: Instant): boolean {
  return Temporal.Instant.compare(one, other) < 0
}

export function isKnownZone(zone: string): boolean {
  try {
    Temporal.Now.zonedDateTimeISO(zone)
    return true
  } catch {
    return false
  }
}

/** `23 May 2027`, as people read it. */
export function sayDate(instant: Instant, zone: string): string {
  return sayDay(instant.toZonedDateTimeISO(zone).toPlainDate())
}

/** `23 May 2027, 18:00 (Lisbon time)`. */
export function sayInstant(instant: Instant, zone: string): string {
  const there = instant.toZonedDateTimeISO(zone)
  return `${sayDay(there.toPlainDate())}, ${there.toPlainTime().toString({ smallestUnit: 'minute' })} (${sayZone(zone)})`
}

/** `Lisbon time`: the city that a zone of the IANA database is named after, as people say it. */
function sayZone(zone: string): string {
  const city = zone.slice(zone.lastIndexOf('/') + 1).replaceAll('_', ' ')
  return zone.includes('/') && !zone.startsWith('Etc/') ? `${city} time` : city
}

/** A beginning as people read it: the first whole day, or the exact time. */
export function sayBegin(begin: Instant, zone: string): string {
  const moment = momentOfBegin(begin, zone)
  return 'date' in moment ? sayDay(Temporal.PlainDate.from(moment.date)) : sayInstant(begin, zone)
}

/** `23 Nov 2026`, for the narrow columns of a table. */
export function sayShortDate(instant: Instant, zone: string): string {
  const day = instant.toZonedDateTimeISO(zone).toPlainDate()
  return `${day.day} ${months[day.month - 1]!.slice(0, 3)} ${day.year}`
}

/** `November`: the month of a day, as ISO 8601 writes it. */
export function sayMonth(day: string): string {
  return months[Temporal.PlainDate.from(day).month - 1]!
}

/** An end as people read it: the last whole day, or the exact time. */
export function sayEnd(end: Instant, zone: string): string {
  const moment = momentOfEnd(end, zone)
  return 'date' in moment ? sayDay(Temporal.PlainDate.from(moment.date)) : sayInstant(end, zone)
}

const months = 'January February March April May June July August September October November December'.split(' ')

function sayDay(day: Temporal.PlainDate): string {
  return `${day.day} ${months[day.month - 1]} ${day.year}`
}
