import type { Instant } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { assetsById } from '../assets/queries.ts'
import { between } from '../base/chain.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { assertCanAnswer } from '../billing/answering.ts'
import { actingNow } from '../businesses/acting.ts'
import { getBusiness } from '../businesses/queries.ts'
import { openContested } from '../handovers/coolOff.ts'
import { assertCanGo, withInside } from '../handovers/planHandover.ts'
import { getMeansById } from '../means/queries.ts'
import { closeContest, type Contest } from './records.ts'

/**
 * What is contested becomes a handover with the usual account, which cools off from now on: by agreement of the owner, or
 * by silence. Refused where it cannot go over, as what is frozen.
 */
export async function handContestedOver(
  kit: Kit,
  change: Change,
  contest: Contest,
  by: { readonly id: string; readonly name: string } | null,
): Promise<{ readonly completesAt: Instant }> {
  const { manager } = change
  await assertStillGood(manager, contest)
  const [contested] = await assetsById(manager, [contest.asset.id])
  const [from, to] = [await getBusiness(manager, contest.owner.id), await getBusiness(manager, contest.claimant.id)]
  const assets = await withInside(manager, [contested!])
  const terms = { from, to, assets, keeping: null, withBilling: contest.means !== null, withPeople: false, falls: [] }
  await closeContest(change, contest.id, { outcome: 'handed over', by: by?.id ?? null, why: null })
  await assertCanGo(manager, terms, null)
  if (contest.means) await assertCanAnswer(kit, manager, to, contest.by, contested!)
  const means = contest.means ? await getMeansById(manager, contest.means) : null
  const begun = await openContested(change, terms, { by: contest.by, note: contest.reason, means })
  await closeContest(change, contest.id, { outcome: 'handed over', by: by?.id ?? null, why: null, handover: begun.id })
  for (const asset of assets)
    change.record({
      ...between(from, to),
      what: 'contest.handed-over',
      sentence: by
        ? `${by.name} of ${from.name} agreed that ${asset.name} goes over to ${to.name}.`
        : `Nobody of ${from.name} said no, and ${asset.name} goes over to ${to.name}, which contested it.`,
      asset: asset.id,
      by,
      data: { contest: contest.id, proposal: begun.id },
    })
  return begun
}

/** A contest is as good as who began it: who is no admin of the claimant any more takes nothing over for it. */
async function assertStillGood(manager: EntityManager, { by, claimant }: Contest): Promise<void> {
  const now = await actingNow(manager, claimant.id, { person: by.id, name: by.name, address: by.address })
  if (now?.standing === 'admin') return
  throw new Problem('contest.over', `${by.name}, who contested it, is no longer admin of ${claimant.name}.`)
}
