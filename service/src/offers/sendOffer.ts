import { sayEnd, type Instant } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Room } from '../base/room.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/records.ts'
import type { BusinessAddressed } from '../grants/addressee.ts'
import { giveAccess, partiesTo } from '../grants/giveAccess.ts'
import type { PlannedItem } from '../grants/planItem.ts'
import type { PlannedLet } from '../grants/planSentence.ts'
import type { Said } from '../grants/saySentence.ts'
import { sayItems, sayWords } from '../grants/tellLevel.ts'
import { putItem } from '../proposals/putItem.ts'
import { proposals, type Proposal } from '../proposals/records.ts'
import { openProposal } from '../proposals/sendInvitation.ts'
import { offerLetter } from './letters.ts'

export interface Offering {
  readonly who: BusinessAddressed
  readonly items: readonly PlannedItem[]
  readonly plan: PlannedLet
  readonly purpose: string | null
  readonly note: string | null
  /** Seconds the letter waits, so that an offer withdrawn at once was never sent. */
  readonly letterWaits: number
}

/**
 * Offers a business access. It waits for the yes of one of its admins, unless it chose to take offers at once. What is
 * said while an offer to it is open goes into that one.
 */
export async function sendOffer(
  room: Room,
  change: Change,
  acting: Acting,
  offering: Offering,
): Promise<Omit<Said, 'sentence'>> {
  const { who, items, plan, purpose, note } = offering
  if (who.partner.offersAtOnce) return giveAccess(change, acting, plan, { who, items }, null)
  await closeLapsedOffer(change, acting, who)
  const proposal =
    who.offer ??
    (await openProposal(change, {
      kind: 'offer',
      businessId: acting.id,
      toBusinessId: who.partner.id,
      note,
      purpose,
      sentBy: acting.live.person,
      days: acting.proposalDays,
    }))
  for (const item of items) await offerItem(change, acting, proposal, item, offering)
  const neverLeft = who.offer ? (await change.recallLetters(proposal.id)) > 0 : false
  const notBefore: Instant = change.now.add({ seconds: offering.letterWaits })
  const admins = await adminsOf(change.manager, who.partner.id)
  for (const admin of admins)
    await change.mail(
      offerLetter(admin, who.partner, acting, { proposal, items, note, changed: who.offer !== null && !neverLeft }),
      { proposal: proposal.id, notBefore },
    )
  const until = sayEnd(proposal.lapsesAt, acting.zone)
  const said = sayItems(items, acting.zone)
  return {
    result: who.offer
      ? `The open offer to ${who.name} now holds ${said} too. It stays open until ${until}.`
      : `Offered to ${who.name}: ${said}. It waits for their yes until ${until}; you can withdraw it until then.`,
    outcome: 'offered',
    grants: [],
    proposal: proposal.id,
  }
}

async function offerItem(
  change: Change,
  acting: Acting,
  proposal: Proposal,
  { target, words }: PlannedItem,
  { plan, purpose, who }: Offering,
): Promise<void> {
  await putItem(change, proposal.id, { target, words, purpose, mayPassOn: plan.sentence.mayPassOn })
  await change.record({
    ...partiesTo(acting, who, target),
    what: who.offer ? 'offer.changed' : 'offer.sent',
    sentence: `${acting.live.name} offered ${who.name}, for ${acting.name}: ${sayWords(words, [target.name], acting.zone)}.`,
    ...(target.assetId ? { asset: target.assetId } : {}),
    data: { proposal: proposal.id, sentence: plan.text },
  })
}

/** One whose time is over but which nobody has tended to yet must not stand in the way of a new one. */
async function closeLapsedOffer(change: Change, acting: Acting, { partner, offer }: BusinessAddressed): Promise<void> {
  if (offer) return
  await change.manager.update(
    proposals,
    { businessId: acting.id, toBusinessId: partner.id, kind: 'offer', state: 'open' },
    { state: 'lapsed', answeredAt: change.now },
  )
}
