import type { Instant } from '@famiglia/core'
import type { EntityManager } from 'typeorm'

/** Seats taken: members and open invitations. */
export async function countSeats(manager: EntityManager, business: string, now: Instant): Promise<number> {
  const [row] = (await manager.query(
    `SELECT (SELECT count(*) FROM membership WHERE business_id = $1)::integer
       + (SELECT count(*) FROM proposal WHERE business_id = $1 AND kind = 'invitation' AND state = 'open' AND lapses_at > $2)::integer AS taken`,
    [business, now.toString()],
  )) as { taken: number }[]
  return row!.taken
}
