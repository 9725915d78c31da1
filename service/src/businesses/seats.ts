import { sayCount, sayMoney, seatCost, type Instant, type SeatPlan } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Kit } from '../base/kit.ts'

/** Seats taken: members and open invitations. */
export async function countSeats(manager: EntityManager, business: string, now: Instant): Promise<number> {
  const [row] = (await manager.query(
    `SELECT (SELECT count(*) FROM membership WHERE business_id = $1)::integer
       + (SELECT count(*) FROM proposal WHERE business_id = $1 AND kind = 'invitation' AND state = 'open' AND lapses_at > $2)::integer AS taken`,
    [business, now.toString()],
  )) as { taken: number }[]
  return row!.taken
}

/** What seats cost here. */
export function seatPlan({ config }: Pick<Kit, 'config'>): SeatPlan {
  const { FAMIGLIA_SEATS_INCLUDED: included, FAMIGLIA_SEAT_PRICE: priceEach, FAMIGLIA_SEAT_CURRENCY: currency } = config
  return { included, priceEach, currency }
}

export interface MoreSeats {
  readonly before: number
  readonly after: number
  readonly included: number
  readonly words: string
}

/** What more seats of a business come to, with the price for the month and for what is left of this one; null for none. */
export async function moreSeats(
  kit: Kit,
  { id, zone }: { readonly id: string; readonly zone: string },
  more: number,
): Promise<MoreSeats | null> {
  if (more === 0) return null
  const plan = seatPlan(kit)
  const now = kit.clock.now()
  const taken = await countSeats(kit.database.manager, id, now)
  const cost = seatCost(plan, taken, more, now.toZonedDateTimeISO(zone).toPlainDate())
  const price =
    cost.perMonth > 0
      ? `That is ${sayMoney(cost.perMonth, plan.currency)} more a month, ${sayMoney(cost.restOfMonth, plan.currency)} for the rest of this one.`
      : 'That costs nothing more.'
  return {
    before: cost.before,
    after: cost.after,
    included: plan.included,
    words: `${sayCount(more, 'more seat', 'more seats')}: ${cost.after} of ${plan.included} included. ${price}`,
  }
}
