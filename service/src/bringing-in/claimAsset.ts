import { isKind, kinds } from '@famiglia/core'
import { v7 as newId } from 'uuid'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { assertHandle } from '../assets/handles.ts'
import { addAsset } from './addAsset.ts'
import { findOnPlatform, getAssetById, type Asset } from '../assets/queries.ts'
import { claims, type Claim } from './records.ts'

const triesAllowed = 5

export interface ClaimBegun {
  readonly id: string
  readonly platform: string
  readonly ref: string
  /** Where the platform shows the code to whoever controls the asset there. */
  readonly shownAt: string
  readonly minutes: number
}

/**
 * Begins to bring in an asset the business has on a platform already: the platform shows a code there. What was brought in
 * already is refused at once: `claim.held-elsewhere`. Of what another business holds nothing is told before control is proven.
 */
export function beginClaim(kit: Kit) {
  return async (acting: Acting, wanted: { platform: string; ref: string }, once: Once | null): Promise<ClaimBegun> => {
    requireStanding(acting, 'bring-in-asset', 'Bringing in an asset')
    const platform = kit.platforms.get(wanted.platform)
    const held = await findOnPlatform(kit.database.manager, platform.key, wanted.ref)
    if (held?.businessId === acting.id)
      throw new Problem(
        'claim.held-elsewhere',
        `${acting.name} brought it in already: it is ${held.name} (${held.number}).`,
        { pointer: '/ref' },
      )
    const { shownAt, minutes } = await kit.platforms.showCode(platform.key, wanted.ref)
    return changeFor(
      kit,
      acting,
      async change => {
        const id = newId()
        await change.manager.insert(claims, {
          id,
          businessId: acting.id,
          platform: platform.key,
          platformRef: wanted.ref,
          begunAt: change.now,
          begunBy: acting.live.person,
          tries: 0,
          assetId: null,
          provenAt: null,
          provenName: null,
        })
        change.record({
          chain: acting.id,
          what: 'claim.begun',
          sentence: `${acting.live.name} began to bring in ${wanted.ref} from ${platform.name}.`,
          data: { platform: platform.key, ref: wanted.ref },
        })
        return { id, platform: platform.key, ref: wanted.ref, shownAt, minutes }
      },
      once,
    )
  }
}

/**
 * Ends a claim with the code the platform shows: the asset is the business's from then on, under a handle.
 * Refused: a wrong code (`claim.wrong-code`, five tries), one that is too old, what another business holds
 * (`claim.held-elsewhere`, without telling who), a taken handle.
 */
export function confirmClaim(kit: Kit) {
  return async (
    acting: Acting,
    claimId: string,
    given: { code: string; handle: string; name?: string | undefined },
  ): Promise<Asset> => {
    requireStanding(acting, 'bring-in-asset', 'Bringing in an asset')
    assertHandle(given.handle)
    const claim = await countTry(kit, acting, claimId)
    if (claim.assetId) return getAssetById(kit.database.manager, claim.assetId)
    const controlled = await kit.platforms.confirmCode(claim.platform, claim.platformRef, given.code)
    const platform = kit.platforms.get(claim.platform)
    if (!controlled)
      throw new Problem(
        'claim.wrong-code',
        `${platform.name} does not show that code. It stays as it was; look there again.`,
        { pointer: '/code' },
      )
    if (!isKind(controlled.kind)) throw new Error(`${platform.name} told of an unknown kind “${controlled.kind}”.`)
    const kind = controlled.kind
    if (await isHeldElsewhere(kit, acting, claim)) await keepProof(kit, acting, claim, controlled.name)
    return changeFor(kit, acting, async change => {
      const asset = await addAsset(change, acting, claim.platform, controlled, kind, given)
      await change.manager.update(claims, { id: claim.id }, { assetId: asset.id })
      change.record({
        chain: acting.id,
        what: 'asset.brought-in',
        sentence: `${acting.live.name} brought in the ${kinds[kind].noun} ${asset.name} from ${platform.name}, with proof of control, as ${kind}/${asset.handle}.`,
        data: { number: asset.number, kind, handle: asset.handle, platform: asset.platform, ref: asset.platformRef },
        asset: asset.id,
      })
      return asset
    })
  }
}

async function isHeldElsewhere(kit: Kit, acting: Acting, { platform, platformRef }: Claim): Promise<boolean> {
  const held = await findOnPlatform(kit.database.manager, platform, platformRef)
  return held !== null && held.businessId !== acting.id
}

/** Control was proven of what another business holds: by it the claim can be contested. */
async function keepProof(kit: Kit, acting: Acting, claim: Claim, name: string): Promise<void> {
  await changeFor(kit, acting, async change => {
    await change.manager.update(claims, { id: claim.id }, { provenAt: change.now, provenName: name })
    change.record({
      chain: acting.id,
      what: 'claim.proven',
      sentence: `${acting.live.name} proved control of ${name}, which another business holds.`,
      data: { platform: claim.platform, ref: claim.platformRef },
    })
  })
}

/** Tries are counted in a change of their own, so that a wrong one stays counted. */
async function countTry(kit: Kit, acting: Acting, id: string): Promise<Claim> {
  return changeFor(kit, acting, async change => {
    const claim = await change.manager.findOneBy(claims, { id, businessId: acting.id })
    if (!claim) throw new Problem('claim.unknown', 'There is no such claim. Begin again.')
    if (claim.tries >= triesAllowed && !claim.assetId)
      throw new Problem(
        'claim.lapsed',
        `The code was tried ${triesAllowed} times. Begin again, and a new one is shown.`,
      )
    await change.manager.update(claims, { id }, { tries: claim.tries + 1 })
    change.record({
      chain: acting.id,
      what: 'claim.tried',
      sentence: `${acting.live.name} entered a code for ${claim.platformRef}.`,
      data: { platform: claim.platform, ref: claim.platformRef },
    })
    return claim
  })
}
