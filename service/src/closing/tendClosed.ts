import { daysToReopen } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'

/** Ends for good what a business gave and held, once it has been closed for 30 days. Nothing of it counted any more since it was closed. */
export function tendClosed(kit: Kit) {
  return async (): Promise<void> => {
    const since = kit.clock.now().subtract({ hours: daysToReopen * 24 })
    const due = (await kit.database.query(
      'SELECT id, name FROM business WHERE closed_at <= $1 AND over_at IS NULL ORDER BY closed_at LIMIT 100',
      [since.toString()],
    )) as { id: string; name: string }[]
    for (const { id, name } of due)
      await kit.change(
        null,
        async change => {
          const [, over] = (await change.manager.query(
            'UPDATE business SET over_at = $2, own_of = NULL WHERE id = $1 AND closed_at <= $3 AND over_at IS NULL',
            [id, change.now.toString(), since.toString()],
          )) as [unknown, number]
          if (over === 0) return
          await change.manager.query(
            'UPDATE access_grant SET ended_at = $2 WHERE ended_at IS NULL AND (business_id = $1 OR to_business_id = $1)',
            [id, change.now.toString()],
          )
          change.record({
            chain: id,
            what: 'business.over',
            sentence: `${name} had been closed for ${daysToReopen} days: what it gave and held has ended for good.`,
            by: null,
          })
        },
        { turn: id },
      )
  }
}
