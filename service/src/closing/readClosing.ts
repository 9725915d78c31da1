import { daysToReopen, type Instant } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { getBusiness } from '../businesses/queries.ts'
import { peopleById } from '../people/queries.ts'
import { inTheWay } from './inTheWay.ts'

/** What closing a business would end, or, where it is closed, since when, by whom, and until when it can be opened again. */
export interface Closing {
  readonly people: number
  readonly assets: number
  readonly partners: number
  readonly proposals: number
  readonly inTheWay: readonly string[]
  readonly closed: {
    readonly at: string
    readonly by: string
    /** Null once it cannot be opened again. */
    readonly reopensUntil: string | null
  } | null
}

const counts = `SELECT (SELECT count(*)::integer FROM membership WHERE business_id = $1) AS people,
  (SELECT count(*)::integer FROM asset WHERE business_id = $1) AS assets,
  (SELECT count(DISTINCT CASE WHEN business_id = $1 THEN to_business_id ELSE business_id END)::integer FROM access_grant
     WHERE ended_at IS NULL AND to_business_id IS NOT NULL AND $1 IN (business_id, to_business_id)) AS partners,
  (SELECT count(*)::integer FROM proposal WHERE state = 'open' AND lapses_at > $2 AND (business_id = $1 OR to_business_id = $1)) AS proposals`

/** For admins of the business. */
export function readClosing(kit: Kit) {
  return async (acting: Acting): Promise<Closing> => {
    requireStanding(acting, 'arrange-people', 'Closing a business')
    const { manager } = kit.database
    const now = kit.clock.now()
    const [counted] = (await manager.query(counts, [acting.id, now.toString()])) as Omit<
      Closing,
      'inTheWay' | 'closed'
    >[]
    const { closedAt, closedBy, overAt } = await getBusiness(manager, acting.id)
    const by = closedBy ? (await peopleById(manager, [closedBy])).get(closedBy)!.name : ''
    return {
      ...counted!,
      inTheWay: closedAt ? [] : await inTheWay(manager, acting.id),
      closed: closedAt && {
        at: closedAt.toString(),
        by,
        reopensUntil: overAt ? null : reopensUntil(closedAt).toString(),
      },
    }
  }
}

export function reopensUntil(closedAt: Instant): Instant {
  return closedAt.add({ hours: daysToReopen * 24 })
}
