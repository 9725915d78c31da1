import { contestDays, againAt, isBefore, sayInstant, silenceEndsAt, withReason } from '@famiglia/core'
import { findOnPlatform, type Asset } from '../assets/queries.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { meansFor } from '../billing/planBilling.ts'
import { findProvenClaim, type ProvenClaim } from '../bringing-in/queries.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { getBusiness } from '../businesses/queries.ts'
import { whyNot, withInside } from '../handovers/planHandover.ts'
import { whoCanSayNo } from './concerned.ts'
import { contestedLetter } from './letters.ts'
import { contestsSince, findContest, keepContest, newestContest } from './records.ts'

const mostIn30Days = 5
/** How long a proof of control holds for contesting. */
const proofMinutes = 30

/**
 * Contests who owns what another business holds, by a claim whose code was right within the last half hour
 * (`contest.unproven`). Once at a time for an asset (`contest.under-way`), five in 30 days (`contest.too-many`), not within
 * 90 days of the owner's no (`contest.refused`). Who would pay from then on says with what (`means.needed`).
 */
export function beginContest(kit: Kit) {
  return async (
    acting: Acting,
    wanted: { readonly claim: string; readonly reason: string; readonly means: string | null },
    once: Once | null,
  ): Promise<{ result: string; contest: string }> => {
    requireStanding(acting, 'bring-in-asset', 'Contesting who owns an asset')
    return changeFor(
      kit,
      acting,
      async change => {
        change.requireSecondStep('Contesting who owns an asset needs you to confirm it’s you.')
        const { claim, asset } = await findContested(change, acting, wanted.claim)
        await assertMayContest(change, acting, asset)
        const owner = await getBusiness(change.manager, asset.businessId)
        const claimant = await getBusiness(change.manager, acting.id)
        const isPaid = asset.payer?.id === owner.id
        // What the owner calls it is the owner's own.
        const named = { ...asset, name: claim.called }
        const means = isPaid ? await meansFor(change.manager, acting, named, wanted.means, change.now) : null
        const assets = await withInside(change.manager, [named])
        const terms = {
          from: owner,
          to: claimant,
          assets,
          keeping: null,
          withBilling: isPaid,
          withPeople: false,
          falls: [],
        }
        const why = await whyNot(change.manager, terms, null)
        if (why)
          throw new Problem(why.code, `${claim.called} cannot go over as things stand with its owner. Try again later.`)
        const ends = silenceEndsAt(change.now, contestDays.silence)
        const id = await keepContest(change, {
          asset: asset.id,
          owner: owner.id,
          claimant: acting.id,
          by: acting.live.person,
          called: claim.called,
          means: means?.id ?? null,
          reason: wanted.reason,
          ends,
        })
        change.record({
          chain: owner.id,
          what: 'contest.begun',
          sentence: withReason(
            `${acting.live.name} of ${acting.name} proved control of ${asset.name}, and contests who owns it`,
            wanted.reason,
          ),
          asset: asset.id,
          partners: [acting.number],
          data: { contest: id },
        })
        change.record({
          chain: acting.id,
          what: 'contest.begun',
          sentence: withReason(`${acting.live.name} contested who owns ${claim.called}`, wanted.reason),
          data: { contest: id, platform: claim.platform, ref: claim.ref },
        })
        const begun = (await findContest(change.manager, id))!
        for (const to of await whoCanSayNo(change.manager, owner.id))
          await change.mail(contestedLetter(to, begun, true))
        return {
          result: `Its owner is told, now and every second day. If they do not say no until ${sayInstant(ends, acting.zone)}, ${claim.called} is handed over to you, with the usual account and cooling-off.`,
          contest: id,
        }
      },
      once,
    )
  }
}

async function findContested(
  change: Change,
  acting: Acting,
  id: string,
): Promise<{ claim: ProvenClaim; asset: Asset }> {
  const claim = await findProvenClaim(change.manager, acting.id, id)
  if (!claim || !isBefore(change.now, claim.provenAt.add({ minutes: proofMinutes })))
    throw new Problem(
      'contest.unproven',
      `Prove first that you control it: bring it in, with the code that its platform shows. The proof holds for ${proofMinutes} minutes.`,
    )
  const asset = await findOnPlatform(change.manager, claim.platform, claim.ref)
  if (!asset || asset.businessId === acting.id)
    throw new Problem('contest.free', 'No other business holds it now: bring it in.')
  return { claim, asset }
}

async function assertMayContest(change: Change, acting: Acting, asset: Asset): Promise<void> {
  const { manager, now } = change
  const newest = await newestContest(manager, asset.id, null)
  if (newest && !newest.ended)
    throw new Problem(
      'contest.under-way',
      newest.claimant.id === acting.id ? 'You contest it already.' : 'Who owns it is contested already.',
    )
  const own = await newestContest(manager, asset.id, acting.id)
  const again = own?.outcome === 'refused' ? againAt(own.ended!, contestDays.again) : null
  if (again && isBefore(now, again))
    throw new Problem(
      'contest.refused',
      `Its owner said no. It can be contested again from ${sayInstant(again, acting.zone)}.`,
    )
  if ((await contestsSince(manager, acting.id, now.subtract({ hours: 30 * 24 }))) >= mostIn30Days)
    throw new Problem('contest.too-many', `${acting.name} contested ${mostIn30Days} assets within 30 days. Wait.`)
}
