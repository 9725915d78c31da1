import { kinds, knownPurposes, printWanted, samePurpose, sayEnd } from '@famiglia/core'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { assets } from '../assets/records.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { adminsOf, businesses, type Business } from '../businesses/records.ts'
import { between } from '../history/append.ts'
import { lookUp } from '../partners/lookUp.ts'
import { getPartner } from '../partners/findPartner.ts'
import { proposals } from '../proposals/records.ts'
import { openProposal } from '../proposals/sendInvitation.ts'
import { readWanted } from './words.ts'
import { askedLetter } from './letters.ts'
import type { Asked } from './askForAccess.ts'

export interface AskOfBusiness {
  /** The business's number or `business/…`; null to ask whoever owns the assets that are named by number. */
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
export function askBusiness(room: Room) {
  return async (acting: Acting, asked: AskOfBusiness, once: Once | null): Promise<Asked> => {
    requireStanding(acting, 'deal-with-partners', 'Asking another business')
    const wanted = readWanted(room, acting, asked.wanted)
    assertCommonPurpose(wanted.purpose)
    const owner = asked.of
      ? await businessAsked(room, acting, asked.of)
      : await ownerOfNumbered(room, acting, wanted.on)
    const text = printWanted(wanted)
    return room.change(
      actorOf(acting.live),
      { businesses: [acting.id, owner.id] },
      async change => {
        const open = await change.manager.findBy(proposals, {
          kind: 'ask',
          businessId: acting.id,
          toBusinessId: owner.id,
          state: 'open',
        })
        if (open.some(one => one.wanted === text))
          throw new Problem('proposal.answered', `${acting.name} asked for just that already. “remind” sends it again.`)
        if (open.length >= mostOpen)
          throw new Problem(
            'request.too-many',
            `${mostOpen} asks of ${acting.name} wait there already. Wait for answers, or withdraw one.`,
          )
        const proposal = await openProposal(change, {
          kind: 'ask',
          businessId: acting.id,
          toBusinessId: owner.id,
          toNamed: asked.of !== null,
          note: asked.reason,
          purpose: wanted.purpose,
          wanted: text,
          contact: asked.contact,
          sentBy: acting.live.person,
          days: acting.proposalDays,
        })
        const named = asked.of ? owner.name : 'the owner'
        await change.record({
          chain: acting.id,
          partners: asked.of ? [acting.number, owner.number] : [acting.number],
          what: 'ask.sent',
          sentence: `${acting.live.name} asked ${named} for ${acting.name}: ${text}: “${asked.reason}”.`,
          data: { proposal: proposal.id },
        })
        await change.record({
          ...between(owner, acting),
          chain: owner.id,
          what: 'ask.received',
          sentence: `${acting.live.name} of ${acting.name} asks for: ${text}: “${asked.reason}”.`,
          data: { proposal: proposal.id },
        })
        for (const admin of await adminsOf(change.manager, owner.id))
          await change.mail(askedLetter(admin, owner, acting, { proposal, text }))
        return {
          proposal: proposal.id,
          result: `Asked ${named}: ${text}. It waits there until ${sayEnd(proposal.lapsesAt, acting.zone)}; you can withdraw it until then.${sayUnaskable(wanted.on)}`,
          goesTo: asked.of ? [{ name: owner.name, address: owner.number }] : [],
        }
      },
      once,
    )
  }
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
function sayUnaskable(on: Named): string {
  const kind = on.flatMap(what => (what.by === 'handle' ? [what.kind] : [])).find(one => !kinds[one].canBeAskedFor)
  return kind
    ? ` A ${kinds[kind].noun} cannot be granted by an ask, only offered by who holds it: they are told so, with the sentence.`
    : ''
}

async function businessAsked(room: Room, acting: Acting, of: string): Promise<Business> {
  if (of.startsWith('business/')) return getPartner(room.database.manager, acting, of)
  const { number } = await lookUp(room)(acting, of)
  return room.database.manager.findOneByOrFail(businesses, { number: number as Business['number'] })
}

type Named = ReturnType<typeof readWanted>['on']

/** Who owns what is named by number. That nobody does is told as of any number; each try counts as a look-up. */
async function ownerOfNumbered(room: Room, acting: Acting, on: Named): Promise<Business> {
  const numbers = on.flatMap(what => (what.by === 'number' ? [what.number] : []))
  if (numbers.length === 0 || numbers.length < on.length)
    throw new Problem(
      'partner.unknown',
      'Say whom you ask: a business number, or only assets by their own numbers (A-…), which have one owner.',
      { pointer: '/of' },
    )
  const found = await Promise.all(numbers.map(number => room.database.manager.findOneBy(assets, { number })))
  const missing = numbers.find((_number, index) => !found[index])
  if (missing) throw new Problem('asset.unknown', `No asset has the number ${missing}. Have it read to you again.`)
  const owners = new Set(found.map(asset => asset!.businessId))
  if (owners.size > 1)
    throw new Problem('request.invalid', 'These belong to more than one business. Ask for them one by one.')
  const owner = await room.database.manager.findOneByOrFail(businesses, { id: [...owners][0]! })
  if (owner.id === acting.id) throw new Problem('business.own-number', 'That is an asset of your own business.')
  return owner
}
