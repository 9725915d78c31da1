import { Temporal } from '../time/index.ts'

/** What seats cost a business: so many are included, each one beyond has a price a month. */
export interface SeatPlan {
  readonly included: number
  /** In hundredths of the currency. */
  readonly priceEach: number
  readonly currency: string
}

export interface SeatCost {
  readonly before: number
  readonly after: number
  readonly included: number
  readonly currency: string
  /** What is paid more each month from now on, in hundredths. */
  readonly perMonth: number
  /** What of that falls on the rest of this month, today included, rounded up to whole hundredths. */
  readonly restOfMonth: number
}

/** What more seats come to, by the month and for the days that are left of this one. */
export function seatCost(plan: SeatPlan, taken: number, more: number, today: Temporal.PlainDate): SeatCost {
  const beyond = (seats: number) => Math.max(0, seats - plan.included)
  const perMonth = (beyond(taken + more) - beyond(taken)) * plan.priceEach
  const daysLeft = today.daysInMonth - today.day + 1
  return {
    before: taken,
    after: taken + more,
    included: plan.included,
    currency: plan.currency,
    perMonth,
    restOfMonth: Math.ceil((perMonth * daysLeft) / today.daysInMonth),
  }
}

/** `6.00 EUR` */
export function sayMoney(hundredths: number, currency: string): string {
  return `${(hundredths / 100).toFixed(2)} ${currency}`
}
