import { grantToPassOn, isBefore, kindsHeldBy } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import { keepGrants, type GrantWanted } from '../grants/keepGrant.ts'
import { aboutOf, partiesOf, type GivenBy, type Holder } from '../grants/parties.ts'
import type { Grant } from '../grants/queries.ts'
import { heldTarget } from '../reach/held.ts'
import type { ProposalParts, ProposedThing } from './kind.ts'

/**
 * Gives what an accepted proposal says, in the name of who sent it, beside whatever the holder has for other reasons. What
 * would be over already, or is no longer held to be passed on, is left out and told so in the history.
 */
export async function giveProposed(
  change: Change,
  { business, sender, proposal }: Pick<ProposalParts, 'business' | 'sender' | 'proposal'>,
  things: readonly ProposedThing[],
  holder: Holder,
  by: GivenBy['by'],
): Promise<void> {
  const given: GivenBy = { giver: business, person: sender, by: by ?? null, proposal: proposal.id }
  const wanted: GrantWanted[] = []
  for (const thing of things) {
    const upstream = await upstreamNow(change, business.id, thing, holder)
    const why =
      thing.terms.until && !isBefore(change.now, thing.terms.until)
        ? 'it would have been over already'
        : upstream === 'gone'
          ? 'it is no longer held itself'
          : null
    if (why !== null || upstream === 'gone')
      change.record({
        ...partiesOf(business, holder, thing.target),
        ...aboutOf(holder),
        by: by ?? null,
        ...(thing.target.assetId ? { asset: thing.target.assetId } : {}),
        what: 'grant.not-given',
        sentence: `${thing.target.name} was not given to ${holder.name}: ${why}.`,
      })
    else wanted.push({ ...thing, upstream: upstream?.id ?? null, saysAll: false })
  }
  await keepGrants(change, given, holder, wanted)
}

/** The grant that is passed on, as it stands now; null for what the business owns, `gone` where nothing is left to pass on. */
async function upstreamNow(
  change: Change,
  business: string,
  { target, terms }: ProposedThing,
  { key }: Holder,
): Promise<Grant | 'gone' | null> {
  if (target.ownedBy === business) return null
  const [asset] = target.assets
  if (!asset || target.bundleId) return 'gone'
  const { held } = await heldTarget(change.manager, business, asset)
  const passable = held!.grants.map(grant => ({ ...grant, upstream: grant.upstreamId }))
  return grantToPassOn(passable, kindsHeldBy(target), terms, key.kind === 'business') ?? 'gone'
}
