import { IsNull, type EntityManager } from 'typeorm'
import { v7 as newId } from 'uuid'
import type { Change } from '../base/change.ts'
import type { MeansThere } from '../base/platforms.ts'
import { Problem } from '../base/problem.ts'
import { means, type Means } from './records.ts'

export type { Means } from './records.ts'

/** What a business has on record and has not removed, by name. */
export async function meansOf(manager: EntityManager, business: string): Promise<Means[]> {
  return manager.find(means, {
    where: { businessId: business, removedAt: IsNull() },
    order: { name: 'ASC' },
    take: 200,
  })
}

export async function getMeansById(manager: EntityManager, id: string): Promise<Means> {
  return manager.findOneByOrFail(means, { id })
}

/** The acting business's means of payment of that handle; another's answers as none: `means.unknown`. */
export async function getMeans(
  manager: EntityManager,
  acting: { readonly id: string; readonly name: string },
  handle: string,
): Promise<Means> {
  const all = await meansOf(manager, acting.id)
  const found = all.find(one => one.handle === handle.replace(/^means\//, ''))
  if (found) return found
  const known = all.map(one => `means/${one.handle}`).join(', ')
  throw new Problem(
    'means.unknown',
    `${acting.name} has no means of payment called ${handle.replace(/^means\//, '')}. ${known ? `On record: ${known}.` : 'None is on record yet: add one on its platform first.'}`,
  )
}

/** Puts on record what a platform tells of a means of payment; what is on record already stays as it is. */
export async function keepMeans(
  change: Change,
  of: { readonly business: string; readonly person: string; readonly platform: string },
  there: MeansThere,
): Promise<Means> {
  const known = await meansOf(change.manager, of.business)
  const same = known.find(one => one.platform === of.platform && one.platformRef === there.ref)
  if (same) return same
  const kept: Means = {
    id: newId(),
    businessId: of.business,
    handle: freeHandle(there.name, known),
    name: there.name,
    ending: there.ending,
    runsOut: there.runsOut,
    platform: of.platform,
    platformRef: there.ref,
    registeredAt: change.now,
    registeredBy: of.person,
    removedAt: null,
    notices: 0,
  }
  await change.manager.insert(means, kept)
  return kept
}

export async function changeMeans(
  change: Change,
  id: string,
  to: Partial<Pick<Means, 'removedAt' | 'notices'>>,
): Promise<void> {
  await change.manager.update(means, { id }, to)
}

/** A handle made from its name, with a number behind it where that is taken. */
function freeHandle(name: string, known: readonly Means[]): string {
  const plain =
    name
      .toLowerCase()
      .normalize('NFD')
      .replace(/\p{M}/gu, '')
      .replace(/[^\p{Ll}\p{Nd}]+/gu, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 50)
      .replace(/-+$/, '') || 'means'
  const taken = new Set(known.map(one => one.handle))
  for (let count = 1; ; count++) {
    const handle = count === 1 ? plain : `${plain}-${count}`
    if (!taken.has(handle)) return handle
  }
}
