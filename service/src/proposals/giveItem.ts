import { covers, isBefore, levelOf, type Words } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Change } from '../base/change.ts'
import { heldTarget } from '../assets/held.ts'
import type { Party, Target } from '../assets/targets.ts'
import { keepGrant } from '../grants/keepGrant.ts'
import { findGrant, type Grant, type HolderKey } from '../grants/records.ts'
import { sayWords } from '../grants/tellLevel.ts'
import { between } from '../history/append.ts'
import type { ProposalParts } from './describe.ts'
import type { ProposalItem } from './records.ts'

/** Who answers a proposal with yes, and who holds what it gives from then on. */
export interface Answering {
  readonly holder: HolderKey
  readonly name: string
  readonly by: { readonly id: string; readonly name: string }
  /** The other business, where the holder is one. */
  readonly partner: Party | null
}

/**
 * Makes the grant of one item of an accepted proposal, with the words that were accepted. What would be over already,
 * or is no longer held to be passed on, is left out and told so in the history.
 */
export async function giveItem(
  change: Change,
  { business, sender, proposal }: Pick<ProposalParts, 'business' | 'sender' | 'proposal'>,
  { item, target, words }: { item: ProposalItem; target: Target; words: Words },
  { holder, name, by, partner }: Answering,
): Promise<void> {
  const upstream = await upstreamNow(change.manager, business.id, target, words, partner !== null)
  const passedOn = upstream === 'gone' ? null : upstream
  const others = [...(partner ? [partner] : []), ...(passedOn ? [passedOn.owner] : [])]
  const entry = {
    ...(others.length > 0 ? between(business, ...others) : { chain: business.id }),
    ...('person' in holder ? { about: holder.person } : {}),
    by,
    ...(target.assetId ? { asset: target.assetId } : {}),
  }
  const over = words.until && !isBefore(change.now, words.until)
  if (over || upstream === 'gone') {
    const why = over ? 'it would have been over already' : 'it is no longer held itself'
    return change.record({
      ...entry,
      what: 'grant.not-given',
      sentence: `${target.name} was not given to ${name}: ${why}.`,
    })
  }
  const held = await findGrant(change.manager, business.id, target.id, holder)
  await keepGrant(change, held, {
    business: business.id,
    target,
    holder,
    words,
    purpose: item.purpose,
    givenBy: proposal.sentBy,
    proposal: proposal.id,
    upstream: passedOn?.grant.id ?? null,
    mayPassOn: item.mayPassOn,
  })
  await change.record({
    ...entry,
    what: 'grant.given',
    sentence: `${sender.name} let ${name} ${sayWords(words, [target.name], business.zone)}.`,
    data: {
      proposal: proposal.id,
      on: target.text,
      tier: words.tier,
      actions: words.actions,
      hiding: words.hiding,
      until: words.until?.toString() ?? null,
    },
  })
}

/** The grant that is passed on, as it stands now; null for what the business owns, `gone` where nothing is left to pass on. */
async function upstreamNow(
  manager: EntityManager,
  business: string,
  target: Target,
  words: Words,
  further: boolean,
): Promise<{ grant: Grant; owner: Party } | 'gone' | null> {
  if (target.ownedBy === business) return null
  const [asset] = target.assets
  if (!asset || target.bundleId) return 'gone'
  const { held } = await heldTarget(manager, business, asset)
  const usable = held!.grants.filter(grant => !further || (grant.mayPassOn && !grant.upstreamId))
  const wide = usable.find(grant => covers(levelOf(asset.kind, grant), levelOf(asset.kind, words)))
  const grant = wide ?? usable[0]
  return grant ? { grant, owner: held!.owner } : 'gone'
}
