import { knownPurposes, nearest, samePurpose, type Purpose } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import { ownPurposes } from './records.ts'

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
