import type { Tie } from '@famiglia/core'
import type { EntityManager } from 'typeorm'

/** The ties between a business's assets. */
export async function tiesOf(manager: EntityManager, business: string): Promise<Tie[]> {
  return manager.query(
    'SELECT tie.one_id AS one, tie.other_id AS other FROM tie JOIN asset ON asset.id = tie.one_id WHERE asset.business_id = $1 ORDER BY tie.tied_at LIMIT 5000',
    [business],
  )
}
