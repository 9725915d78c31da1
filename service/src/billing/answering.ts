import { actionsOfTier, asUnstopped, isLive, mayGiveOn, reachOf, Temporal } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { findMembership } from '../businesses/queries.ts'
import { factsFrom } from '../reach/facts.ts'

/** So far ahead that only what has no end is still in force. */
const withoutEnd = Temporal.Instant.from('2999-01-01T00:00:00Z')

/**
 * Whether somebody can answer for what a business pays for an account: its finance people and admins, and where it owns the
 * account too, its stewards, as long as no end is set to that. Who is paused still holds it.
 */
export async function canAnswer(
  kit: Kit,
  manager: EntityManager,
  business: string,
  person: string,
  asset: Asset,
): Promise<boolean> {
  const membership = await findMembership(manager, business, person)
  if (!membership) return false
  if (membership.standing !== 'member') return true
  if (asset.businessId !== business) return false
  const [facts] = await factsFrom(kit, manager).aroundAll([{ person, asset: asset.id }])
  if (!facts) return false
  const { paths } = reachOf(asUnstopped(mayGiveOn(facts, business)), withoutEnd)
  const steward = [...actionsOfTier(asset.kind, 'steward')]
  // What stands on the account itself: what comes with a bundle goes with it, unheard.
  return paths.some(
    path =>
      isLive(path) &&
      path.grants.length === 1 &&
      path.grants[0]!.on.id === asset.id &&
      steward.every(action => path.level.actions.has(action)),
  )
}

export async function assertCanAnswer(
  kit: Kit,
  manager: EntityManager,
  business: { readonly id: string; readonly name: string },
  person: { readonly id: string; readonly name: string },
  asset: Asset,
): Promise<void> {
  if (await canAnswer(kit, manager, business.id, person.id, asset)) return
  throw new Problem(
    'billing.cannot-answer',
    `${person.name} cannot answer for what ${business.name} pays: it takes somebody with the standing finance or admin there${asset.businessId === business.id ? `, or a steward of ${asset.name} without an end` : ''}.`,
  )
}
