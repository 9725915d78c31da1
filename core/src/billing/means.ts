import { Temporal, type Instant } from '../time/index.ts'

/** A card or an account that adverts are paid with, as far as it is ever known here: never its whole number. */
export interface MeansTold {
  readonly name: string
  /** The last digits of its number; null where it has none. */
  readonly ending: string | null
}

/** Days before a means of payment runs out at which who pays with it is told. */
export const meansNoticeDays = [60, 30, 7] as const

/** `Harbour card ending 4421` */
export function sayMeans({ name, ending }: MeansTold): string {
  return ending ? `${name} ending ${ending}` : name
}

/** The first instant at which a means of payment that is good up to a day, as ISO 8601 writes it, is good no more. */
export function endOfMeans(lastDay: string, zone: string): Instant {
  return Temporal.PlainDate.from(lastDay).add({ days: 1 }).toZonedDateTime(zone).toInstant()
}
