import { isBefore, type Standing } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { actingNow } from '../businesses/acting.ts'
import { planGiven } from '../grants/planGiven.ts'
import type { ProposalParts } from './kind.ts'

/**
 * A proposal is as good as its sender: at the answer, who sent it must still be able to give what it says, by standing, by
 * level and in time. Why they could not; null while they can.
 */
export async function whyNoLongerGood(
  kit: Kit,
  manager: EntityManager,
  { business, sender, things, partner, proposal }: ProposalParts,
  standing: Standing = 'member',
): Promise<string | null> {
  const acting = await actingNow(manager, business.id, {
    person: sender.id,
    name: sender.name,
    address: sender.address,
  })
  if (!acting) return `${sender.name}, who sent it, does not work for ${business.name} any more, or is stopped there`
  const live = things.filter(({ terms }) => !terms.until || isBefore(kit.clock.now(), terms.until))
  const isAdmin = acting.standing === 'admin'
  if ((standing !== 'member' || partner !== null || things.length === 0) && !isAdmin)
    return `${sender.name}, who sent it, is no longer admin of ${business.name}`
  // Only an admin lets somebody in on no asset.
  if (live.length === 0 && !isAdmin) return 'all that it would give is over'
  const to = { name: partner?.name ?? proposal.toAddress ?? '', key: null, isBusiness: partner !== null }
  try {
    await planGiven(kit, manager, acting, [to], live)
    return null
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause
    return `${sender.name}, who sent it, could not give it now`
  }
}
