import { sayList } from '@famiglia/core'
import { Problem } from '../base/problem.ts'
import { actingNow } from '../businesses/acting.ts'
import { grantAsked } from '../grants/grantAsked.ts'
import { sayAll } from '../grants/tellThings.ts'
import type { ProposalKind, ProposalParts } from '../proposals/kind.ts'
import { giversOnAll } from '../reach/givers.ts'
import { askAnsweredLetter, askLetter, lapsedAskLetter } from './letters.ts'

const said = ({ things, business }: ProposalParts) => sayAll(things, business.zone)
const assetsIn = ({ things }: ProposalParts) => things.flatMap(({ target }) => target.assets)

/** A member asks for access in their own business: it is on the desks of all who can give it. */
export const ownAsk: ProposalKind = {
  kind: 'ask',
  noun: 'ask',
  heading: 'Asked for',
  yes: { whole: 'Grant it', less: { begin: 'Grant less', send: 'Grant this' } },
  course: 'over with its answer',
  acceptedAs: 'granted',
  canBeSentAgain: false,
  canBePassedOn: false,
  answeredBy: 'colleagues',

  readOwn: async () => new Map(),
  name: ({ sender }) => `what ${sender.name} had asked for`,
  said,
  outset: parts => `${parts.sender.name} asks for ${said(parts)}`,
  afterwards: () => null,
  shown: () => ({ standing: 'member', contact: null, takesChair: false }),
  partnerIsKnown: () => false,
  whyVoid: async (_kit, manager, { business, sender }) =>
    (await actingNow(manager, business.id, { person: sender.id, name: sender.name, address: sender.address }))
      ? null
      : `${sender.name}, who asked, does not work for ${business.name} any more, or is stopped there`,

  assertMayAnswer: async (kit, manager, acting, parts) => {
    if (acting.standing === 'admin') return
    const able = await giversOnAll(kit, manager, acting.id, assetsIn(parts))
    if (able.some(giver => giver.id === acting.live.person)) return
    const names = sayList(
      able.map(giver => giver.name),
      'or',
    )
    throw new Problem('access.not-yours-to-give', `That is not yours to give. ${names || 'Nobody'} can.`)
  },
  things: async (_kit, _manager, _acting, { things }) => ({ things, assertWhole: () => undefined }),
  accept: async (kit, change, { sender, proposal }, { acting, things }) => {
    const holder = { key: { kind: 'person' as const, id: sender.id }, name: sender.name, party: null }
    await grantAsked(kit, change, acting!, holder, things, proposal.id)
    return `Granted to ${sender.name}: ${sayAll(things, acting!.zone)}.`
  },

  letters: {
    waiting: async (kit, change, parts) =>
      (await giversOnAll(kit, change.manager, parts.business.id, assetsIn(parts)))
        .filter(giver => giver.id !== parts.sender.id)
        .map(giver =>
          askLetter(giver, parts.business, parts.sender, said(parts), parts.proposal.note ?? '', parts.proposal.id),
        ),
    answered: ({ sender }, told) => [askAnsweredLetter(sender, told)],
    lapsed: parts => [lapsedAskLetter(parts.sender, parts.business, said(parts), parts.proposal.reason)],
    cameToNothing: async () => [],
  },
}
