import { momentOfEnd, sayAge, sayDate, sayEnd, sayShortDate, Temporal } from '@famiglia/core'
import type { Context } from './context.ts'

/** The zone that dates are shown in: the acting business's, else the machine's. */
export async function zoneOf(context: Context): Promise<string> {
  const { businesses } = await context.me()
  const acting = await context.acting().catch(() => null)
  return businesses.find(business => business.number === acting)?.zone ?? Temporal.Now.timeZoneId()
}

/** `3 days ago`; null for what never was. */
export function age(at: string | null): string | null {
  return at ? sayAge(Temporal.Instant.from(at), Temporal.Now.instant()) : null
}

/** `23 Nov 2026`, for the columns of a table. */
export function day(at: string | null, zone: string): string | null {
  return at ? sayShortDate(Temporal.Instant.from(at), zone) : null
}

/** `23 Nov 2026, 18:00:05`, where the order of things counts. */
export function second(at: string, zone: string): string {
  const time = Temporal.Instant.from(at).toZonedDateTimeISO(zone).toPlainTime()
  return `${day(at, zone)}, ${time.toString({ smallestUnit: 'second' })}`
}

/** `23 November 2026`, within a sentence. */
export function longDay(at: string, zone: string): string {
  return sayDate(Temporal.Instant.from(at), zone)
}

/** An end for the columns of a table: the last day that still counts, or the exact time where it ends within one. */
export function end(at: string | null, zone: string): string {
  if (!at) return 'no end'
  const instant = Temporal.Instant.from(at)
  return 'date' in momentOfEnd(instant, zone)
    ? sayShortDate(instant.subtract({ milliseconds: 1 }), zone)
    : sayEnd(instant, zone)
}

/** An end within a sentence. */
export function longEnd(at: string, zone: string): string {
  return sayEnd(Temporal.Instant.from(at), zone)
}
