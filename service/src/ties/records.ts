import type { Tie } from '@famiglia/core'
import type { EntityManager } from 'typeorm'

/** The ties between a business's assets. */
export async function tiesOf(manager: EntityManager, business: string): Promise<Tie[]> {
  return manager.query(
    'SELECT tie.one_id AS one, tie.other_id AS other FROM tie JOIN asset ON asset.id = tie.one_id WHERE asset.business_id = $1 ORDER BY tie.tied_at LIMIT 5000',
    [business],
  )
}

/** The ids of the assets that one is tied to. */
export async function tiedTo(manager: EntityManager, asset: string): Promise<string[]> {
  const rows = (await manager.query(
    'SELECT other_id AS id FROM tie WHERE one_id = $1 UNION SELECT one_id FROM tie WHERE other_id = $1',
    [asset],
  )) as { id: string }[]
  return rows.map(row => row.id)
}
