import { daysToReopen, type Instant } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import { eachApart } from '../base/each-apart.ts'
import type { Kit } from '../base/kit.ts'

interface Closed {
  readonly id: string
  readonly number: string
  readonly name: string
}

/** Ends for good what a business gave and held, once it has been closed for 30 days. Nothing of it counted any more since it was closed. */
export function tendClosed(kit: Kit) {
  return async (): Promise<void> => {
    const since = kit.clock.now().subtract({ hours: daysToReopen * 24 })
    const due = (await kit.database.query(
      'SELECT id, number, name FROM business WHERE closed_at <= $1 AND over_at IS NULL ORDER BY closed_at LIMIT 100',
      [since.toString()],
    )) as Closed[]
    await eachApart(due, async closed =>
      kit.change(null, async change => end(change, closed, since), { turn: closed.id }),
    )
  }
}

async function end(change: Change, { id, number, name }: Closed, since: Instant): Promise<void> {
  await change.manager.query(
    'UPDATE business SET over_at = $2, own_of = NULL WHERE id = $1 AND closed_at <= $3 AND over_at IS NULL',
    [id, change.now.toString(), since.toString()],
  )
  const [ended] = (await change.manager.query(
    `UPDATE access_grant SET ended_at = $2 WHERE ended_at IS NULL AND (business_id = $1 OR to_business_id = $1)
     RETURNING CASE WHEN business_id = $1 THEN to_business_id ELSE business_id END AS partner`,
    [id, change.now.toString()],
  )) as [{ partner: string | null }[], number]
  const partners = new Set(ended.flatMap(({ partner }) => partner ?? []))
  const what = 'business.over'
  change.record({
    chain: id,
    what,
    sentence: `${name} had been closed for ${daysToReopen} days: what it gave and held has ended for good.`,
    by: null,
  })
  // Each partner’s history has an entry of its own, so that none reads of the others.
  for (const partner of partners)
    change.record({
      chain: partner,
      what,
      sentence: `${name} had been closed for ${daysToReopen} days: what went between it and you has ended for good.`,
      partners: [number],
      by: null,
    })
}
