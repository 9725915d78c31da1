import { sayBegin } from '@famiglia/core'
import { getAssetById } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { actingNow, requireStanding } from '../businesses/acting.ts'
import { payingPeopleOf } from '../businesses/queries.ts'
import type { Answer, ProposalKind, ProposalParts } from '../proposals/kind.ts'
import { answeredLetter, cameToNothingLetter } from '../proposals/letters.ts'
import { assertCanAnswer } from './answering.ts'
import { arrangePayment, type Arranged } from './arrange.ts'
import { billingLetter } from './letters.ts'
import { assertGood, meansFor } from './planBilling.ts'
import { readBillingProposals, type BillingOwn } from './records.ts'
import { sayWhoPays } from './sayChange.ts'

const ownOf = ({ own }: Pick<ProposalParts, 'own'>) => own as BillingOwn
/** Read on both sides: what the other would pay with is told to neither. */
const said = (parts: ProposalParts) => sayWhoPays(ownOf(parts), '', parts.business.zone)
/** Whether who sent it would pay; else the business that answers would. */
const isByUs = (parts: ProposalParts) => ownOf(parts).payer.id === parts.business.id

/** One business asks to pay for an ad account in the place of another, or asks that one to. */
export const billing: ProposalKind = {
  kind: 'billing',
  noun: 'request about who pays',
  heading: 'Who pays',
  yes: { whole: 'Accept it', less: null },
  course: 'over with its answer',
  acceptedAs: 'accepted',
  canBeSentAgain: true,
  canBePassedOn: false,
  answeredBy: 'business',
  forFinance: true,

  readOwn: readBillingProposals,
  name: parts => `the request about who pays for ${ownOf(parts).asset.name}`,
  said,
  names: parts => [ownOf(parts).asset.name],
  paying: parts => ({
    by: ownOf(parts).payer.name,
    takesMeansOn: isByUs(parts) ? null : ownOf(parts).asset.platform,
    canStay: false,
  }),
  outset: (parts, side) => {
    const { sender, business, partner } = parts
    const { asset, at } = ownOf(parts)
    const from = at ? ` from ${sayBegin(at, business.zone)}` : ''
    const what = isByUs(parts) ? 'to pay' : side === 'received' ? 'you to pay' : `${partner!.name} to pay`
    return side === 'received'
      ? `${sender.name} of ${business.name} asks ${what} for ${asset.name}${from}`
      : `${sender.name} asked ${isByUs(parts) ? `${partner!.name} to let ${business.name} pay` : what} for ${asset.name}${from}`
  },
  beforehand: async (_kit, _manager, parts, _register, side) => {
    const { asset, wasPaidBy, payer } = ownOf(parts)
    const reader = side === 'received' ? parts.partner! : parts.business
    return [
      {
        head: 'What would change',
        items: [
          `${wasPaidBy.name} pays for ${asset.name} now, and would not any more.`,
          `Then ${sayWhoPays(ownOf(parts), reader.id, reader.zone)}.`,
          'The new means of payment is taken first, then the old one stops: there is no gap, and nothing is paid twice.',
        ],
      },
      {
        head: 'What would not change',
        items: [
          'Who owns the account, who reaches it, and what each of them can do there.',
          `Anyone who can spend there would spend the money of ${payer.name}.`,
        ],
      },
    ]
  },
  afterwards: () => null,
  shown: () => ({ standing: 'member', contact: null, takesChair: false }),
  partnerIsKnown: () => true,
  whyVoid: async (kit, manager, parts) => {
    const { business, partner, sender } = parts
    const { asset, payer, wasPaidBy, means } = ownOf(parts)
    const who = { person: sender.id, name: sender.name, address: sender.address }
    const acting = await actingNow(manager, business.id, who)
    if (!acting || acting.standing === 'member')
      return `${sender.name}, who sent it, does not see to the payments of ${business.name} any more`
    const { businessId, payer: now, archivedAt } = await getAssetById(manager, asset.id)
    if (now!.id !== wasPaidBy.id) return `${now!.name} pays for ${asset.name} now`
    if (businessId !== business.id && businessId !== partner!.id) return `${asset.name} went to another business`
    if (archivedAt) return `${asset.name} is archived`
    if (payer.id === business.id && means?.removedAt) return `what ${business.name} would pay with is not good any more`
    return null
  },

  assertMayAnswer: async (_kit, _manager, acting) => requireStanding(acting, 'see-to-payments', 'Answering who pays'),
  things: async () => ({ things: [], assertWhole: () => undefined }),
  accept: async (kit, change, parts, answer) => {
    change.requireFreshProof('Changing who pays needs you to confirm it’s you.')
    const arranged = await arrangedBy(kit, parts, answer, change.manager)
    await arrangePayment(change, answer.person, arranged)
    const { asset, at } = ownOf(parts)
    return at
      ? `Agreed: ${sayWhoPays({ ...arranged, at }, parts.partner!.id, parts.partner!.zone)}.`
      : `Agreed: ${sayWhoPays({ ...arranged, at: null }, parts.partner!.id, parts.partner!.zone)}, as soon as the platform has taken it; you get a letter then. Until that moment ${asset.payer!.name} pays.`
  },

  letters: {
    waiting: async (_kit, change, parts) =>
      (await payingPeopleOf(change.manager, parts.partner!.id)).map(person =>
        billingLetter(person, parts, { isReminder: true }),
      ),
    answered: (parts, told) => [
      answeredLetter(parts.sender, parts.business, parts.partner!, {
        ...told,
        did: told.accepted ? 'accepted' : 'declined',
        was: 'asked for',
      }),
    ],
    lapsed: parts => [
      cameToNothingLetter(parts.sender, {
        was: 'the request about who pays',
        said: said(parts),
        why: parts.proposal.state === 'void' ? parts.proposal.reason! : `${parts.partner!.name} did not answer in time`,
      }),
    ],
    cameToNothing: async (change, parts, why) =>
      (await payingPeopleOf(change.manager, parts.partner!.id)).map(person =>
        cameToNothingLetter(person, { was: 'the request about who pays', said: said(parts), why }),
      ),
  },
}

/** With what and by whom it is paid: as it was sent, or as whoever says yes chooses, who answers for it from then on. */
async function arrangedBy(
  kit: Kit,
  parts: ProposalParts,
  { acting, person, paying }: Answer,
  manager: Parameters<typeof meansFor>[0],
): Promise<Arranged> {
  const own = ownOf(parts)
  const asset = await getAssetById(manager, own.asset.id)
  const at = own.at && own.at.epochMilliseconds > kit.clock.now().epochMilliseconds ? own.at : null
  if (isByUs(parts)) {
    if (paying.means)
      throw new Problem('means.unknown', `${parts.business.name} has chosen what it pays with: leave it out.`)
    assertGood(own.means!, at ?? kit.clock.now(), parts.business.zone)
    await assertCanAnswer(kit, manager, own.payer, own.answering!, asset)
    return { asset, payer: own.payer, answering: own.answering!, means: own.means!, at }
  }
  const means = await meansFor(manager, acting!, asset, paying.means, at ?? kit.clock.now())
  await assertCanAnswer(kit, manager, own.payer, person, asset)
  return { asset, payer: own.payer, answering: person, means, at }
}
