import type { Change } from '../base/change.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/records.ts'
import { sayItems } from '../grants/tellLevel.ts'
import { between } from '../history/append.ts'
import { isWeighty } from '../proposals/acceptInvitation.ts'
import { gatherProposal, sayProposal, type ProposalParts } from '../proposals/describe.ts'
import { takeStep } from '../proposals/followLink.ts'
import { giveItem } from '../proposals/giveItem.ts'
import { lessOf } from '../proposals/lessOf.ts'
import { markAnswered } from '../proposals/markAnswered.ts'
import { lockProposal, ownersOfItems, proposals } from '../proposals/records.ts'
import { answeredLetter, passedOnLetter } from './letters.ts'

export interface OfferAnswered {
  readonly result: string
  readonly less: string | null
}

/**
 * Accepts what another business offers, or less of it: `watch on …` says what is taken instead. Accepting to give access
 * or to see to the bills takes a fresh proof.
 */
export function acceptOffer(room: Room) {
  return async (acting: Acting, id: string, less: string | null, reason: string | null): Promise<OfferAnswered> =>
    asAddressee(room, acting, id, async (change, parts) => {
      const { proposal, business } = parts
      if (takeStep(proposal, 'accept', change.now, business.zone)) return repeated(change, acting, parts)
      if (isWeighty(parts))
        change.requireFreshProof('Accepting to give access or to see to the bills takes a fresh proof.')
      const answered = less
        ? lessOf(room, business.zone, parts.items, less)
        : parts.items.map(one => ({ ...one, words: one.item }))
      const said = sayItems(
        answered.map(({ words, target }) => ({ words, target })),
        business.zone,
      )
      const whole = less ? sayProposal(parts) : null
      await markAnswered(change, acting, id, { state: 'accepted', reason, granted: less ? said : null })
      await change.record({
        ...between(business, acting),
        what: 'offer.accepted',
        sentence: `${acting.live.name} accepted for ${acting.name} ${less ? 'less of ' : ''}what ${business.name} had offered: ${said}.`,
        data: { proposal: id, less },
      })
      for (const one of answered)
        await giveItem(change, parts, one, {
          holder: { partner: acting.id },
          name: acting.name,
          by: { id: acting.live.person, name: acting.live.name },
          partner: acting,
        })
      const owners = new Set(answered.map(({ target }) => target.ownedBy).filter(owner => owner !== business.id))
      for (const owner of owners)
        for (const admin of await adminsOf(change.manager, owner))
          await change.mail(passedOnLetter(admin, business, acting, said))
      await change.mail(
        answeredLetter(parts.sender, business, {
          by: acting.live,
          of: acting,
          proposal,
          accepted: true,
          said,
          whole,
          reason,
        }),
      )
      return { result: `Accepted from ${business.name}: ${said}. Put your people on it now.`, less: less ? said : null }
    })
}

/** Declines what another business offers, with a reason. */
export function declineOffer(room: Room) {
  return async (acting: Acting, id: string, reason: string | null): Promise<OfferAnswered> =>
    asAddressee(room, acting, id, async (change, parts) => {
      const { proposal, business } = parts
      if (takeStep(proposal, 'decline', change.now, business.zone)) return repeated(change, acting, parts)
      await markAnswered(change, acting, id, { state: 'declined', reason })
      const said = sayProposal(parts)
      await change.record({
        ...between(business, acting),
        what: 'offer.declined',
        sentence: `${acting.live.name} declined for ${acting.name} what ${business.name} had offered: ${said}${reason ? `: “${reason}”` : ''}.`,
        data: { proposal: id },
      })
      await change.mail(
        answeredLetter(parts.sender, business, {
          by: acting.live,
          of: acting,
          proposal,
          accepted: false,
          said,
          whole: null,
          reason,
        }),
      )
      return { result: `Declined. ${business.name} is told.`, less: null }
    })
}

/** Works on an offer that another business made to the acting one; locks both, so that both histories can tell of it. */
async function asAddressee<T>(
  room: Room,
  acting: Acting,
  id: string,
  work: (change: Change, parts: ProposalParts) => Promise<T>,
): Promise<T> {
  requireStanding(acting, 'deal-with-partners', 'Answering another business')
  const found = await room.database.manager.findOneBy(proposals, { id, toBusinessId: acting.id, kind: 'offer' })
  if (!found) throw new Problem('proposal.unknown', `Nobody offered that to ${acting.name}.`)
  const owners = await ownersOfItems(room.database.manager, id)
  return room.change(actorOf(acting.live), { businesses: [acting.id, found.businessId, ...owners] }, async change => {
    const proposal = (await lockProposal(change.manager, id))!
    return work(change, await gatherProposal(change.manager, proposal))
  })
}

async function repeated(change: Change, acting: Acting, { business, proposal }: ProposalParts): Promise<OfferAnswered> {
  await change.record({
    chain: acting.id,
    what: 'offer.repeated',
    sentence: `${acting.live.name} answered again what ${business.name} had offered.`,
    data: { proposal: proposal.id },
  })
  return { result: 'It was answered so already.', less: null }
}
