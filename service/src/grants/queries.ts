import { isBefore, type Instant, type Terms } from '@famiglia/core'
import { In, IsNull, type EntityManager } from 'typeorm'
import { grants, type Grant, type HolderKind } from './records.ts'

export type { Grant, HolderKind } from './records.ts'

/** Whom a grant is held by. */
export interface HolderKey {
  readonly kind: HolderKind
  readonly id: string
}

/** What was given in one change has one time: then by what was written first. */
const oldestFirst = { givenAt: 'ASC', id: 'ASC' } as const

/** A holder's grants from a business that were not ended, oldest first; on one thing alone, where it is named. */
export async function grantsTo(
  manager: EntityManager,
  business: string,
  holder: HolderKey,
  target?: string,
): Promise<Grant[]> {
  return manager.find(grants, {
    where: {
      businessId: business,
      holderKind: holder.kind,
      holderId: holder.id,
      endedAt: IsNull(),
      ...(target ? { targetId: target } : {}),
    },
    order: oldestFirst,
  })
}

/** The same for many holders on many things at once: what each holds on each. */
export async function grantsOnEach(
  manager: EntityManager,
  business: string,
  holders: readonly HolderKey[],
  targets: readonly string[],
): Promise<(holder: HolderKey, target: string) => readonly Grant[]> {
  const held = new Map<string, Grant[]>()
  for (const grant of await manager.find(grants, {
    where: {
      businessId: business,
      holderId: In(holders.map(({ id }) => id)),
      targetId: In(targets),
      endedAt: IsNull(),
    },
    order: oldestFirst,
  })) {
    const key = `${grant.holderKind} ${grant.holderId} ${grant.targetId}`
    held.set(key, [...(held.get(key) ?? []), grant])
  }
  return ({ kind, id }, target) => held.get(`${kind} ${id} ${target}`) ?? []
}

/** The same for many holders of one kind at once. */
export async function grantsToAll(
  manager: EntityManager,
  business: string,
  kind: HolderKind,
  holders: readonly string[],
): Promise<Grant[]> {
  return manager.find(grants, {
    where: { businessId: business, holderKind: kind, holderId: In(holders), endedAt: IsNull() },
    order: oldestFirst,
  })
}

/** What two businesses gave one another and was not ended, either way, the links under their manager accounts among it; on some things alone, where they are named. */
export async function grantsBetween(
  manager: EntityManager,
  one: string,
  other: string,
  targets: readonly string[] | null = null,
): Promise<Grant[]> {
  const common = { endedAt: IsNull(), ...(targets ? { targetId: In(targets) } : {}) }
  return manager.find(grants, {
    where: [
      { ...common, businessId: one, toBusinessId: other },
      { ...common, businessId: other, toBusinessId: one },
    ],
    order: oldestFirst,
  })
}

export async function grantById(manager: EntityManager, id: string): Promise<Grant | null> {
  return manager.findOneBy(grants, { id })
}

export async function grantsById(manager: EntityManager, ids: readonly string[]): Promise<Grant[]> {
  return ids.length === 0 ? [] : manager.findBy(grants, { id: In(ids) })
}

/** All that a business gave and was not ended. */
export async function grantsOfGiver(manager: EntityManager, business: string): Promise<Grant[]> {
  return manager.find(grants, {
    where: { businessId: business, endedAt: IsNull() },
    order: oldestFirst,
    take: 5000,
  })
}

export async function noteNotices(manager: EntityManager, id: string, notices: number): Promise<void> {
  await manager.update(grants, { id }, { notices })
}

/** A grant's terms. What has begun already says no beginning: said again without one, it begins where it began. */
export function termsOf(
  grant: Pick<Grant, 'tier' | 'actions' | 'hiding' | 'from' | 'until'>,
  at: Instant | null = null,
): Terms {
  const begun = at !== null && !isBefore(at, grant.from)
  return {
    tier: grant.tier,
    actions: grant.actions,
    hiding: grant.hiding,
    from: begun ? null : grant.from,
    until: grant.until,
  }
}
