import type { EntityManager } from 'typeorm'

/** Which of two businesses have frozen what goes between them: neither lifts the other's freeze. */
export async function frozenBy(manager: EntityManager, one: string, other: string): Promise<string[]> {
  const rows = (await manager.query(
    'SELECT DISTINCT by_id AS by FROM partner_freeze WHERE (giver_id, holder_id) IN (($1::uuid, $2::uuid), ($2::uuid, $1::uuid))',
    [one, other],
  )) as { by: string }[]
  return rows.map(({ by }) => by)
}

/** Whether a business has frozen somebody from outside on all its assets. */
export async function isFrozenOutside(manager: EntityManager, business: string, person: string): Promise<boolean> {
  const rows = (await manager.query('SELECT FROM outside_freeze WHERE business_id = $1 AND person_id = $2', [
    business,
    person,
  ])) as unknown[]
  return rows.length > 0
}
