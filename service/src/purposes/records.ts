import { knownPurposes, nearest, samePurpose, type Instant, type Need, type Purpose } from '@famiglia/core'
import { EntitySchema, type EntityManager } from 'typeorm'
import { column, named } from '../base/columns.ts'
import { Problem } from '../base/problem.ts'

/** A purpose that a business wrote itself. */
export interface OwnPurpose {
  id: string
  businessId: string
  name: string
  needs: Need[]
  madeAt: Instant
}

export const ownPurposes = new EntitySchema<OwnPurpose>({
  name: 'purpose',
  columns: {
    id: column.id,
    businessId: named('business_id', column.uuid),
    name: column.text,
    needs: column.json,
    madeAt: named('made_at', column.instant),
  },
})

/** All purposes of a business: its own first, then those that every business has, unless it wrote one of that name. */
export async function purposesOf(manager: EntityManager, business: string): Promise<(Purpose & { own: boolean })[]> {
  const own = await manager.find(ownPurposes, { where: { businessId: business }, order: { name: 'ASC' }, take: 200 })
  return [
    ...own.map(({ name, needs }) => ({ name, needs, own: true })),
    ...knownPurposes
      .filter(known => !own.some(one => samePurpose(one.name, known.name)))
      .map(purpose => ({ ...purpose, own: false })),
  ]
}

export async function findPurpose(manager: EntityManager, business: string, name: string): Promise<Purpose | null> {
  return (await purposesOf(manager, business)).find(purpose => samePurpose(purpose.name, name)) ?? null
}

/** The purpose of a name; `purpose.unknown` with the nearest otherwise. */
export async function getPurpose(
  manager: EntityManager,
  business: { id: string; name: string },
  name: string,
): Promise<Purpose> {
  const known = await purposesOf(manager, business.id)
  const found = known.find(purpose => samePurpose(purpose.name, name))
  if (found) return found
  const names = known.map(purpose => purpose.name)
  const near = nearest(name, names)
  throw new Problem(
    'purpose.unknown',
    `${business.name} has no purpose “${name}”. ${near ? `Did you mean “${near}”?` : `There are ${names.map(one => `“${one}”`).join(', ')}.`}`,
    { nearest: near },
  )
}
