import {
  actionsOfTier,
  allKinds,
  asUnstopped,
  decide,
  findKinds,
  kinds,
  reachOf,
  showReach,
  type AccessFacts,
  type Instant,
} from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { sayWhoCan, requireStanding, type Acting } from '../businesses/acting.ts'
import { factsFrom } from './facts.ts'
import { getAssetReached } from './findTarget.ts'
import { giversOn } from './givers.ts'
import { holdersOf } from './holders.ts'
import { getAssetNamed } from '../assets/findAsset.ts'
import { sayPayer } from '../assets/paying.ts'
import type { Asset } from '../assets/records.ts'
import { sayThrough } from './sayThrough.ts'
import { surroundingsOf } from '../assets/surroundings.ts'

/** One asset, for who reaches it. */
export async function readAsset(kit: Kit, acting: Acting, named: string) {
  const { asset, facts } = await visibleAsset(kit, acting, named)
  const told = await tellAsset(kit, acting, asset, decide(asUnstopped(facts), 'access.change', kit.clock.now()).allowed)
  return { ...told, yours: ownLevel(facts, kit.clock.now()) }
}

/** What who looks may do there themselves, and through what; null where they reach it in no way. */
function ownLevel(facts: AccessFacts, at: Instant) {
  const shown = showReach(facts, reachOf(facts, at))
  if (!shown) return null
  const { tier, named, level, hidden, why, counted } = shown
  return { tier, named, level, hidden, why, by: [...new Set(counted.map(sayThrough))].join('; ') }
}

/** An asset with what is around it, and who can give access to it. */
export async function tellAsset(kit: Kit, acting: Pick<Acting, 'id'>, asset: Asset, canGiveAccess: boolean) {
  const platform = kit.platforms.all.find(known => known.key === asset.platform)
  return {
    number: asset.number,
    kind: asset.kind,
    noun: kinds[asset.kind].noun,
    handle: asset.handle,
    name: asset.name,
    platform: asset.platform,
    platformName: platform?.name ?? asset.platform,
    ref: asset.platformRef,
    address: platform ? `${platform.url}/assets/${encodeURIComponent(asset.platformRef)}` : '',
    paidBy: sayPayer(asset, acting.id),
    broughtInAt: asset.broughtInAt.toString(),
    archived: asset.archivedAt !== null,
    frozen: asset.frozenAt !== null,
    ...(await surroundingsOf(kit.database.manager, asset)),
    version: asset.version,
    canGiveAccess,
    giveAccess: await giversOn(kit, kit.database.manager, asset),
    yours: null,
  }
}

/** A page of who reaches an asset. Of what another business owns, an admin sees whom the own business put on it. */
export async function listHolders(
  kit: Kit,
  acting: Acting,
  named: string,
  { limit, after }: { readonly limit: number; readonly after?: string | undefined },
) {
  const reached = await getAssetReached(kit.database.manager, acting, named)
  if (!reached.own) {
    requireStanding(acting, 'deal-with-partners', 'Seeing whom the business put on what it holds')
    return holdersOf(kit, reached.asset, { limit, after, heldBy: acting.id, forAdmins: true })
  }
  const { asset, facts } = await visibleAsset(kit, acting, named)
  if (!decide(asUnstopped(facts), 'access.see', kit.clock.now()).allowed)
    throw new Problem(
      'access.not-yours-to-give',
      `Who reaches ${asset.name} is told to its stewards and to the admins of ${facts.asset.owner.name}. ${sayWhoCan(acting)}`,
    )
  return holdersOf(kit, asset, { limit, after, heldBy: null, forAdmins: acting.standing === 'admin' })
}

/** The kinds of asset there are, or those that a word of the trade finds. */
export function listKinds(find: string | undefined) {
  return (find ? findKinds(find) : allKinds).map(kind => {
    const { noun, alsoCalled, canBeAskedFor, takesProofOfControl, contains, figures } = kinds[kind]
    const held = { watch: [...actionsOfTier(kind, 'watch')], run: [...actionsOfTier(kind, 'run')] }
    return { kind, noun, alsoCalled, canBeAskedFor, takesProofOfControl, contains, figures, ...held }
  })
}

/** An asset as who acts may see it: one they do not reach answers as one that does not exist. */
async function visibleAsset(kit: Kit, acting: Acting, text: string) {
  const asset = await getAssetNamed(kit.database.manager, acting, text)
  const facts = (await factsFrom(kit).around(acting.live.person, asset.number))!
  const reaches =
    acting.standing !== 'member' || decide(asUnstopped(facts), 'access.see', kit.clock.now()).level.actions.size > 0
  if (!reaches) throw new Problem('asset.unknown', `There is no asset ${text} that you reach at ${acting.name}.`)
  return { asset, facts }
}
