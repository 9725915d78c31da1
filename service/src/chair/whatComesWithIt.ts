import { kinds } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { sayPayer } from '../assets/paying.ts'
import { assetsOwned } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { getBusiness, membershipsOf, type Business } from '../businesses/queries.ts'
import { grantsOfGiver, termsOf, type Grant } from '../grants/queries.ts'
import { sayTarget } from '../grants/tellThings.ts'
import { peopleById } from '../people/queries.ts'
import { gatherProposals } from '../proposals/gather.ts'
import type { Beforehand, ProposalParts, Register } from '../proposals/kind.ts'
import { isOpen, openProposals } from '../proposals/queries.ts'
import { holderOfGrant } from '../grants/holderOf.ts'
import { targetsById } from '../reach/targets.ts'

/** How much is told under one head. */
const most = 100

/**
 * All that somebody takes over with a business that is run for them, told before their yes: what it has and who pays, who
 * goes with the yes and what ends with them, what other businesses keep, and what waits and comes to nothing.
 */
export async function whatComesWithIt(
  kit: Kit,
  manager: EntityManager,
  { business, proposal }: ProposalParts,
  register: Register,
): Promise<readonly Beforehand[]> {
  if (!business.trusteeId) return []
  const trustee = await getBusiness(manager, business.trusteeId)
  const given = await tellGiven(kit, manager, business)
  const isTrustees = ({ holderKind, toBusinessId }: Grant) => holderKind === 'person' || toBusinessId === trustee.id
  const waiting = (await openProposals(manager, { businessId: business.id })).filter(
    one => one.id !== proposal.id && isOpen(one, kit.clock.now()),
  )
  const sent = await gatherProposals(manager, register, waiting)
  return [
    under('What it has', await tellAssets(manager, business)),
    under('Who leaves it with your yes', await tellPeople(manager, business, proposal.toAddress)),
    under(
      'What ends with it',
      given.filter(one => isTrustees(one.grant)).map(one => one.said),
    ),
    under(
      'What stays until you end it',
      given.filter(one => !isTrustees(one.grant)).map(one => one.said),
    ),
    under(
      'What is withdrawn',
      sent.map(parts => register.of(parts.proposal).name(parts)),
    ),
  ].filter(({ items }) => items.length > 0)
}

function under(head: string, items: readonly string[]): Beforehand {
  const beyond = items.length - most
  return { head, items: beyond > 0 ? [...items.slice(0, most), `and ${beyond} more`] : items }
}

async function tellAssets(manager: EntityManager, business: Business): Promise<string[]> {
  return (await assetsOwned(manager, business.id)).map(
    asset =>
      `${asset.name}, ${kinds[asset.kind].noun}${asset.payer ? `, paid by ${sayPayer(asset, business.id)}` : ''}`,
  )
}

async function tellPeople(manager: EntityManager, business: Business, client: string | null): Promise<string[]> {
  const members = await membershipsOf(manager, business.id)
  const people = await peopleById(
    manager,
    members.map(member => member.personId),
  )
  return members.flatMap(({ personId, standing }) => {
    const { name, address } = people.get(personId)!
    return address === client ? [] : [`${name} (${address}), ${standing}`]
  })
}

/** What the business gave to people and other businesses. A team without anybody in it reaches nothing. */
async function tellGiven(
  kit: Kit,
  manager: EntityManager,
  business: Business,
): Promise<{ grant: Grant; said: string }[]> {
  const given = (await grantsOfGiver(manager, business.id)).filter(grant => grant.holderKind !== 'team')
  const targets = await targetsById(
    manager,
    given.map(grant => grant.targetId!),
  )
  const told: { grant: Grant; said: string }[] = []
  for (const grant of given) {
    const { name } = await holderOfGrant(manager, grant)
    const said = sayTarget(targets.get(grant.targetId!)!, termsOf(grant, kit.clock.now()), business.zone, grant.purpose)
    told.push({ grant, said: `${name}: ${said}` })
  }
  return told
}
