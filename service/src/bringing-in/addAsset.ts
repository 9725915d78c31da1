import { drawNumber, kinds, type Kind } from '@famiglia/core'
import { v7 as newId } from 'uuid'
import type { Change } from '../base/change.ts'
import { violates } from '../base/database.ts'
import { Problem } from '../base/problem.ts'
import { drawDigits } from '../base/secrets.ts'
import { takeInByRule } from '../bundles/arrangeBundles.ts'
import type { Acting } from '../businesses/acting.ts'
import type { Controlled } from '../base/platforms.ts'
import { handleTaken } from '../assets/handles.ts'
import { findOnPlatform, insertAsset, type Asset } from '../assets/queries.ts'
import { keepMeans } from '../means/queries.ts'

/**
 * Adds what a business has on a platform to its assets, and to the bundles whose rule it meets. What another business
 * holds is refused without telling who: `claim.held-elsewhere`.
 */
export async function addAsset(
  change: Change,
  acting: Acting,
  platform: string,
  controlled: Controlled,
  kind: Kind,
  given: { handle: string; name?: string | undefined },
): Promise<Asset> {
  const held = await findOnPlatform(change.manager, platform, controlled.ref)
  if (held) {
    const detail =
      held.businessId === acting.id
        ? `${acting.name} brought it in already, as ${held.kind}/${held.handle}.`
        : `It is in Famiglia already. ${kinds[kind].canBeAskedFor ? 'Ask its owner for access instead.' : `A ${kinds[kind].noun} cannot be asked for: its owner has to offer it.`} You proved that you control it: if it is yours, contest who owns it.`
    throw new Problem('claim.held-elsewhere', detail, { canContest: held.businessId !== acting.id })
  }
  const outer = controlled.inside ? await findOnPlatform(change.manager, platform, controlled.inside) : null
  const inside = outer?.businessId === acting.id ? outer : null
  const asset: Asset = {
    id: newId(),
    number: drawNumber('A', drawDigits()),
    businessId: acting.id,
    kind,
    handle: given.handle,
    name: given.name ?? controlled.name,
    platform,
    platformRef: controlled.ref,
    ...(await paidAtFirst(change, acting, platform, controlled, kind)),
    insideId: inside?.id ?? null,
    broughtInAt: change.now,
    broughtInBy: acting.live.person,
    archivedAt: null,
    frozenAt: null,
    handoverId: null,
    version: 1,
  }
  try {
    await insertAsset(change.manager, asset)
  } catch (error) {
    if (violates(error, 'asset_handle')) throw handleTaken(kind, given.handle)
    throw error
  }
  await takeInWhatItHolds(change, asset, controlled.holds)
  await takeInByRule(change, acting, asset)
  return asset
}

/** Who brings an ad account in pays for it with what it is charged to there; what is new there is charged to nothing yet. */
async function paidAtFirst(
  change: Change,
  acting: Acting,
  platform: string,
  { payment }: Controlled,
  kind: Kind,
): Promise<Pick<Asset, 'payer' | 'answering' | 'means' | 'paidSince'>> {
  if (kind !== 'ad-account') return { payer: null, answering: null, means: null, paidSince: null }
  const { person, name } = acting.live
  const of = { business: acting.id, person, platform }
  return {
    payer: { id: acting.id, number: acting.number, name: acting.name },
    answering: { id: person, name },
    means: payment ? await keepMeans(change, of, payment) : null,
    paidSince: change.now,
  }
}

/** What was brought in before what holds it finds its place now. */
async function takeInWhatItHolds(change: Change, asset: Asset, holds: readonly string[]): Promise<void> {
  if (holds.length === 0) return
  await change.manager.query(
    'UPDATE asset SET inside_id = $1 WHERE business_id = $2 AND platform = $3 AND platform_ref = ANY($4)',
    [asset.id, asset.businessId, asset.platform, holds],
  )
}
