import { sayInstant } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { assertCanAnswer } from '../billing/answering.ts'
import { meansFor } from '../billing/planBilling.ts'
import { actingNow, requireStanding } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/queries.ts'
import type { Means } from '../means/queries.ts'
import type { Answer, ProposalKind, ProposalParts } from '../proposals/kind.ts'
import { answeredLetter, cameToNothingLetter } from '../proposals/letters.ts'
import { assetsById } from '../assets/queries.ts'
import { drawUp, signedWithin } from './account.ts'
import { coolOff } from './coolOff.ts'
import { jobsLost, sayLost } from './jobs.ts'
import type { Line, Terms } from './line.ts'
import { offeredLetter } from './letters.ts'
import { assertCanGo, sayAssets, sayOfAssets, whyNot } from './planHandover.ts'
import { readHandoverProposals, type Handover, type HandoverOwn } from './records.ts'

const ownOf = ({ own }: Pick<ProposalParts, 'own'>) => own as HandoverOwn

/** A handover as it was sent, with what is so now. */
export async function termsOfHandover(
  manager: Change['manager'],
  { business, partner, own }: Pick<ProposalParts, 'business' | 'partner' | 'own'>,
): Promise<Terms> {
  const { assets, keeping, withBilling, withPeople, falls } = own as HandoverOwn
  return {
    keeping,
    withBilling,
    withPeople,
    falls,
    from: business,
    to: partner!,
    assets: await assetsById(
      manager,
      assets.map(asset => asset.id),
    ),
  }
}

const sidesOf = ({ business, partner }: Pick<ProposalParts, 'business' | 'partner'>) => ({
  from: business,
  to: partner!,
})

const said = (parts: ProposalParts) => {
  const { assets, keeping, withBilling, withPeople } = ownOf(parts)
  const keeps = keeping ? `; ${parts.business.name} keeps ${keeping}` : ''
  const { partner } = parts
  const pays = withBilling ? `; ${partner!.name} pays from then on` : ''
  const asks = withPeople ? `; ${partner!.name} asks its people to join` : ''
  return `${sayOfAssets(assets, sidesOf(parts), 'goes', 'go')} over to ${partner!.name}${keeps}${pays}${asks}`
}

/** A business wants another to own some of its assets. */
export const handover: ProposalKind = {
  kind: 'handover',
  noun: 'handover',
  heading: 'A handover',
  yes: { whole: 'Take it over', less: null },
  course: 'cools after its yes',
  acceptedAs: 'accepted',
  canBeSentAgain: true,
  canBePassedOn: false,
  answeredBy: 'business',

  readOwn: readHandoverProposals,
  name: parts => `the handover of ${sayAssets(ownOf(parts).assets, sidesOf(parts))}`,
  said,
  names: parts => ownOf(parts).assets.map(asset => asset.name),
  takesTwo: parts => `take over ${sayAssets(ownOf(parts).assets, sidesOf(parts))} from ${parts.business.name}`,
  paying: parts => {
    const { assets, withBilling } = ownOf(parts)
    const account = assets.find(asset => asset.payer?.id === parts.business.id)
    return withBilling && account ? { by: parts.partner!.name, takesMeansOn: account.platform, canStay: false } : null
  },
  outset: (parts, side) => {
    const { sender, business, partner } = parts
    const { assets, keeping, isContested } = ownOf(parts)
    if (isContested)
      return `${sender.name} of ${partner!.name} contested that ${business.name} owns ${sayAssets(assets, sidesOf(parts))}, and nobody said no`
    const keeps = keeping ? `, keeping ${keeping}` : ''
    return side === 'received'
      ? `${sender.name} of ${business.name} wants to hand over ${sayAssets(assets, sidesOf(parts))} to you${keeps}`
      : `${sender.name} wants to hand over ${sayAssets(assets, sidesOf(parts))} to ${partner!.name}${keeps}`
  },
  beforehand: async (kit, manager, parts) => {
    const terms = await termsOfHandover(manager, parts)
    const lines = await drawUp(manager, terms, kit.clock.now())
    const lost = await jobsLost(kit, manager, terms, lines)
    const items = (of: (line: Line) => boolean) =>
      lines.filter(of).map(line => `${line.who}, on ${line.on}: ${line.words}`)
    return [
      { head: 'What stays', items: items(line => line.fate !== 'falls') },
      { head: 'What falls', items: items(line => line.fate === 'falls') },
      { head: 'Who could no longer do their job', items: lost.map(sayLost) },
    ].filter(({ items: told }) => told.length > 0)
  },
  afterwards: (parts, side) => {
    const hours = Math.max(parts.business.coolingHours, parts.partner!.coolingHours)
    return side === 'received'
      ? `${hours === 0 ? 'It completes at once' : `It completes ${hours} hours after you approve`}, in one step. Until then either of you can stop it.`
      : null
  },
  shown: () => ({ standing: 'member', contact: null, takesChair: false }),
  partnerIsKnown: () => true,
  whyVoid: async (_kit, manager, parts) => {
    const { business, sender } = parts
    const acting = await actingNow(manager, business.id, {
      person: sender.id,
      name: sender.name,
      address: sender.address,
    })
    if (acting?.standing !== 'admin') return `${sender.name}, who sent it, is no longer admin of ${business.name}`
    const why = await whyNot(manager, await termsOfHandover(manager, parts), null)
    return why && why.message.replace(/\.$/, '')
  },

  assertMayAnswer: async (_kit, _manager, acting) =>
    requireStanding(acting, 'deal-with-partners', 'Answering a handover'),
  things: async () => ({ things: [], assertWhole: () => undefined }),
  accept: async (kit, change, parts, answer) => {
    change.requirePresence('Taking over what another business owns needs you to confirm it’s you.')
    const begun = await begin(kit, change, parts, answer)
    return `Agreed. ${sayOfAssets(begun.assets, begun, 'goes', 'go')} over on ${sayInstant(begun.completesAt, parts.partner!.zone)}, by itself and in one step. Until then either of you can stop it.`
  },

  letters: {
    waiting: async (_kit, change, parts) =>
      (await adminsOf(change.manager, parts.partner!.id)).map(admin =>
        offeredLetter(admin, parts, { isReminder: true }),
      ),
    answered: (parts, told) => [
      answeredLetter(parts.sender, parts.business, parts.partner!, {
        ...told,
        did: told.accepted ? 'accepted' : 'declined',
        was: 'offered',
      }),
    ],
    lapsed: parts => [
      cameToNothingLetter(parts.sender, {
        was: 'the handover',
        said: said(parts),
        why: parts.proposal.state === 'void' ? parts.proposal.reason! : `${parts.partner!.name} did not answer in time`,
      }),
    ],
    cameToNothing: async (change, parts, why) =>
      (await adminsOf(change.manager, parts.partner!.id)).map(admin =>
        cameToNothingLetter(admin, { was: 'the handover', said: said(parts), why }),
      ),
  },
}

/** Both have agreed: it is signed as it stands, and cools off. */
async function begin(
  kit: Kit,
  change: Change,
  parts: ProposalParts,
  { person, falls, paying, acting }: Answer,
): Promise<Handover> {
  const proposed = await termsOfHandover(change.manager, parts)
  const terms = { ...proposed, falls: [...new Set([...proposed.falls, ...falls])] }
  await assertCanGo(change.manager, terms, null)
  const lines = await drawUp(change.manager, terms, change.now)
  for (const key of falls)
    if (!lines.some(line => line.key === key && (line.canFall || line.fate === 'falls')))
      throw new Problem('handover.none', 'One of the lines that are to fall is not among those that can.')
  let means: Means | null = null
  if (terms.withBilling)
    for (const account of terms.assets.filter(asset => asset.payer?.id === terms.from.id)) {
      means = await meansFor(change.manager, acting!, account, paying.means, change.now)
      await assertCanAnswer(kit, change.manager, parts.partner!, person, account)
    }
  const signed = signedWithin(lines, ownOf(parts).sent, terms.assets)
  return coolOff(change, terms, { id: parts.proposal.id, means, signed, lines, acceptedBy: person })
}
