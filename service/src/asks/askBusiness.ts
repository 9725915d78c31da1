import { kinds, knownPurposes, printWanted, samePurpose, sayEnd, withReason, type Wanted } from '@famiglia/core'
import { between } from '../base/chain.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { adminsOf, findBusinessNumbered, getBusiness, type Business } from '../businesses/queries.ts'
import type { Asked } from '../own-asks/askForAccess.ts'
import { lookUp, lookUpAsset } from '../partners/lookUp.ts'
import { openProposal, openProposals } from '../proposals/queries.ts'
import { readWanted } from '../proposals/readWanted.ts'
import { getPartner } from '../reach/findPartner.ts'
import { askedLetter } from './letters.ts'
import { keepBusinessAsk, readBusinessAsks } from './records.ts'
import { sayWanted } from './sayWanted.ts'

export interface AskOfBusiness {
  /** The business's number or `business/…`; null where all that is asked for is named by numbers of what others own. */
  readonly of: string | null
  readonly wanted: string
  readonly reason: string
  /** Whom they can write to about it; who asks, unless said. */
  readonly contact: string | null
}

/** Open asks of one business to another at most: so that nobody's desk can be flooded. */
const mostOpen = 5

/**
 * Asks another business for access: tier and assets, or a purpose. It lands on the desks of its admins, who grant it,
 * grant less, or decline. Whether the assets named are there is not told: what is not waits with its owner.
 */
export function askBusiness(kit: Kit) {
  return async (acting: Acting, asked: AskOfBusiness, once: Once | null): Promise<Asked> => {
    requireStanding(acting, 'deal-with-partners', 'Asking another business')
    const wanted = readWanted(kit, acting, asked.wanted)
    assertCommonPurpose(wanted.purpose)
    const owner = asked.of ? await businessAsked(kit, acting, asked.of) : await ownerOfNumbered(kit, acting, wanted)
    const said = sayWanted(wanted, acting.zone)
    return changeFor(
      kit,
      acting,
      async change => {
        await assertNotTooMany(change, acting, owner, wanted)
        const proposal = await openProposal(change, {
          kind: 'business-ask',
          businessId: acting.id,
          toBusinessId: owner.id,
          note: asked.reason,
          sentBy: acting.live.person,
          days: acting.proposalDays,
          zone: acting.zone,
        })
        const own = { toNamed: asked.of !== null, wanted, contact: asked.contact }
        await keepBusinessAsk(change, proposal.id, own)
        const { names } = (await readBusinessAsks(change.manager, [proposal.id])).get(proposal.id)!
        const saidToOwner = sayWanted(wanted, acting.zone, names)
        const named = asked.of ? owner.name : 'the owner'
        change.record({
          chain: acting.id,
          partners: asked.of ? [acting.number, owner.number] : [acting.number],
          what: 'ask.sent',
          sentence: withReason(`${acting.live.name} asked ${named} for ${acting.name}: ${said}`, asked.reason),
          data: { proposal: proposal.id, wanted: printWanted(wanted) },
        })
        change.record({
          ...between(owner, acting),
          chain: owner.id,
          what: 'ask.received',
          sentence: withReason(`${acting.live.name} of ${acting.name} asks for: ${saidToOwner}`, asked.reason),
          data: { proposal: proposal.id },
        })
        for (const admin of await adminsOf(change.manager, owner.id))
          await change.mail(askedLetter(admin, owner, acting, { proposal, said: saidToOwner, contact: asked.contact }))
        return {
          proposal: proposal.id,
          result: `Asked ${named}: ${said}. It waits there until ${sayEnd(proposal.lapsesAt, acting.zone)}; you can withdraw it until then.${sayUnaskable(wanted)}`,
          goesTo: asked.of ? [{ name: owner.name, address: owner.number }] : [],
        }
      },
      once,
    )
  }
}

async function assertNotTooMany(change: Change, acting: Acting, owner: Business, wanted: Wanted): Promise<void> {
  const open = await openProposals(change.manager, {
    kind: 'business-ask',
    businessId: acting.id,
    toBusinessId: owner.id,
  })
  const asked = await readBusinessAsks(
    change.manager,
    open.map(one => one.id),
  )
  if ([...asked.values()].some(one => printWanted(one.wanted) === printWanted(wanted)))
    throw new Problem('proposal.answered', `${acting.name} asked for just that already. “remind” sends it again.`)
  if (open.length >= mostOpen)
    throw new Problem(
      'request.too-many',
      `${mostOpen} asks of ${acting.name} wait there already. Wait for answers, or withdraw one.`,
    )
}

/** A purpose that a business wrote for itself says nothing to another. */
function assertCommonPurpose(purpose: string | null): void {
  if (purpose === null || knownPurposes.some(known => samePurpose(known.name, purpose))) return
  throw new Problem(
    'purpose.unknown',
    `“${purpose}” is a purpose of your own: they would not know what it takes. Ask for one that every business has (${knownPurposes.map(known => `“${known.name}”`).join(', ')}), or for tiers on assets.`,
    { pointer: '/wanted' },
  )
}

/** A kind that can only be offered by who holds it: that is told at once, and waits with them. */
function sayUnaskable({ parts }: Wanted): string {
  const kind = parts
    .flatMap(part => part.on)
    .flatMap(what => (what.by === 'handle' ? [what.kind] : []))
    .find(one => !kinds[one].canBeAskedFor)
  return kind
    ? ` A ${kinds[kind].noun} cannot be granted by an ask, only offered by who holds it: they are told so, with the sentence.`
    : ''
}

async function businessAsked(kit: Kit, acting: Acting, of: string): Promise<Business> {
  if (of.startsWith('business/')) return getPartner(kit.database.manager, acting, of)
  const { number } = await lookUp(kit)(acting, of)
  return (await findBusinessNumbered(kit.database.manager, number as Business['number']))!
}

/** The other business that owns what is named by number. That nobody does is told as of any number; each try counts as a look-up. */
async function ownerOfNumbered(kit: Kit, acting: Acting, { parts }: Wanted): Promise<Business> {
  const numbers = parts.flatMap(part => part.on).flatMap(what => (what.by === 'number' ? [what.number] : []))
  const found = []
  for (const number of numbers) found.push(await lookUpAsset(kit, acting, number))
  const owners = new Set(found.map(asset => asset.businessId))
  if (owners.size > 1)
    throw new Problem('request.invalid', 'These belong to more than one business. Ask for them one by one.')
  const owner = await getBusiness(kit.database.manager, [...owners][0]!)
  const unaskable = found.find(asset => !kinds[asset.kind].canBeAskedFor)
  if (unaskable)
    throw new Problem(
      'kind.cannot-be-asked-for',
      `What ${unaskable.number} names is of a kind that is only offered by who holds it: it cannot be asked for.`,
    )
  return owner
}
