import { kinds, sayList, type Tier } from '@famiglia/core'
import { assetsOwned } from '../assets/queries.ts'
import { between } from '../base/chain.ts'
import { passAllAnswering } from '../billing/passAnswering.ts'
import type { Change } from '../base/change.ts'
import {
  adminsOf,
  changeBusiness,
  getBusiness,
  membershipsOf,
  removeMembership,
  type Business,
} from '../businesses/queries.ts'
import { endGrant } from '../grants/endGrant.ts'
import { keepGrants } from '../grants/keepGrant.ts'
import type { GivenBy, Holder } from '../grants/parties.ts'
import { grantsById, grantsOfGiver } from '../grants/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import { closeProposal, openProposals } from '../proposals/queries.ts'
import { grantsBelow } from '../reach/below.ts'
import { withOwners } from '../reach/held.ts'
import { holderOfGrant } from '../grants/holderOf.ts'
import { targetOfAsset, targetsById } from '../reach/targets.ts'

/**
 * Ends the trust: who accepted is the admin already. The trustee's people go, what it had given itself ends by every path,
 * and all that it had left open ends with it; then only what the client leaves to it begins anew.
 */
export async function takeChair(
  change: Change,
  business: Business,
  person: KnownPerson,
  keeping: Tier | null,
): Promise<void> {
  const { manager } = change
  const { trusteeId } = await getBusiness(manager, business.id)
  if (!trusteeId) return
  const trustee = await getBusiness(manager, trusteeId)
  const by = { id: person.id, name: person.name }
  const told = await adminsOf(manager, trustee.id)
  const going = (await membershipsOf(manager, business.id)).filter(one => one.personId !== person.id)
  await endOpen(change, business, person)
  await endAllOf(
    change,
    business,
    trustee,
    person,
    going.map(one => one.personId),
  )
  await passAllAnswering(
    change,
    business,
    going.map(one => one.personId),
    person,
  )
  for (const { personId } of going) await removeMembership(manager, business.id, personId)
  await changeBusiness(manager, business.id, { trusteeId: null })
  change.record({
    ...between(business, trustee),
    by,
    about: person.id,
    what: 'chair.taken',
    sentence: `${person.name} took over ${business.name}; ${trustee.name} no longer runs it, and its people are not in it any more.`,
  })
  const left = keeping ? await leave(change, business, trustee, person, keeping) : []
  for (const admin of told)
    await change.mail({
      to: admin,
      subject: `${person.name} took over ${business.name}`,
      body: [
        `Dear ${admin.name},`,
        `${business.name} is in the hands of its owner now. ${left.length > 0 ? `You keep ${keeping} on ${sayList(left)}: put your people on it.` : 'Nothing was left to you; ask for what you need.'}`,
      ],
      button: {
        label: 'See where it stands',
        leads: { to: 'page', path: `/${trustee.number}/partners/${business.number}` },
      },
    })
}

/** Whatever waits for an answer was sent by who runs it no more: nobody enters by it, and nothing is given by it. */
async function endOpen(change: Change, business: Business, person: KnownPerson): Promise<void> {
  const open = await openProposals(change.manager, { businessId: business.id })
  for (const proposal of open) {
    await closeProposal(change, proposal.id, { state: 'withdrawn', reason: null, by: person.id })
    change.record({
      chain: business.id,
      by: { id: person.id, name: person.name },
      what: `${proposal.kind}.withdrawn`,
      sentence: `What ${business.name} had sent and nobody had answered was withdrawn as ${person.name} took it over.`,
      data: { proposal: proposal.id },
    })
  }
}

/** What the trustee gave itself and its people, in the business's name, with all that hangs on it. */
async function endAllOf(
  change: Change,
  business: Business,
  trustee: Business,
  person: KnownPerson,
  going: readonly string[],
): Promise<void> {
  const { manager } = change
  const given = (await grantsOfGiver(manager, business.id)).filter(
    ({ holderKind, holderId, toBusinessId }) =>
      toBusinessId === trustee.id || (holderKind === 'person' && going.includes(holderId)),
  )
  const below = await grantsBelow(
    manager,
    given.map(grant => grant.id),
  )
  const all = [
    ...given,
    ...(await grantsById(
      manager,
      below.map(one => one.id),
    )),
  ]
  const targets = await targetsById(
    manager,
    all.map(grant => grant.targetId!),
  )
  const known = await withOwners(manager, business.id, targets)
  for (const grant of all) {
    const giver = grant.businessId === business.id ? business : await getBusiness(manager, grant.businessId)
    const holder = await holderOfGrant(manager, grant)
    const target = known.get(grant.targetId!)!
    const by = { giver, person, by: { id: person.id, name: person.name } }
    await endGrant(change, by, holder, { grant, target }, `${person.name} took over ${business.name}`)
  }
}

async function leave(
  change: Change,
  business: Business,
  trustee: Business,
  person: KnownPerson,
  tier: Tier,
): Promise<string[]> {
  const given: GivenBy = { giver: business, person, by: { id: person.id, name: person.name }, proposal: null }
  const holder: Holder = { key: { kind: 'business', id: trustee.id }, name: trustee.name, party: trustee }
  const left = await assetsOwned(change.manager, business.id)
  const wanted = left.map(asset => ({
    target: targetOfAsset(asset),
    terms: { tier, actions: [], hiding: [], from: null, until: null },
    purpose: null,
    upstream: null,
    mayPassOn: false,
    saysAll: true,
  }))
  await keepGrants(change, given, holder, wanted)
  return left.map(asset => `${asset.name} (${kinds[asset.kind].noun})`)
}
