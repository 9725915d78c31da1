import type { EntityManager } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import type { KnownPerson } from '../people/queries.ts'
import { sayList } from '@famiglia/core'
import { Problem } from '../base/problem.ts'
import { actingNow } from '../businesses/acting.ts'
import { grantAsked } from '../grants/grantAsked.ts'
import { keepLess } from '../grants/keepLess.ts'
import { sayAll } from '../grants/tellThings.ts'
import type { ProposalKind, ProposalParts } from '../proposals/kind.ts'
import { giversOnAll } from '../reach/givers.ts'
import { askAnsweredLetter, askLetter, grantedForYouLetter, lapsedAskLetter, sayWanted } from './letters.ts'
import { askedFor } from './askedFor.ts'
import { readColleagues } from './records.ts'

const colleagueOf = ({ own }: ProposalParts) => own as KnownPerson | null
const said = ({ things, business }: ProposalParts) => sayAll(things, business.zone)
const wanted = (parts: ProposalParts) => sayWanted(said(parts), colleagueOf(parts))
const assetsIn = ({ things }: ProposalParts) => things.flatMap(({ target }) => target.assets)

/** Who can give all of it; neither who asks nor whom it is for answers it. */
async function answerers(kit: Kit, manager: EntityManager, parts: ProposalParts): Promise<KnownPerson[]> {
  const able = await giversOnAll(kit, manager, parts.business.id, assetsIn(parts))
  return able.filter(giver => giver.id !== parts.sender.id && giver.id !== askedFor(parts).id)
}

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

  readOwn: readColleagues,
  name: ({ sender }) => `what ${sender.name} had asked for`,
  said: wanted,
  sayThings: ({ business }, things) => sayAll(things, business.zone),
  names: parts => [askedFor(parts).name],
  outset: parts => `${parts.sender.name} asks for ${wanted(parts)}`,
  afterwards: () => null,
  shown: () => ({ standing: 'member', contact: null, takesChair: false }),
  partnerIsKnown: () => false,
  whyVoid: async (_kit, manager, parts) => {
    const { business, sender } = parts
    for (const one of new Set([sender, askedFor(parts)])) {
      if (await actingNow(manager, business.id, { person: one.id, name: one.name, address: one.address })) continue
      return `${one.name}, ${one === sender ? 'who asked' : 'whom it was asked for'}, does not work for ${business.name} any more, or is paused there`
    }
    return null
  },

  assertMayAnswer: async (kit, manager, acting, parts) => {
    if (askedFor(parts).id === acting.live.person)
      throw new Problem('proposal.own', 'Nobody grants themselves what was asked for them. Somebody else can.')
    if (acting.standing === 'admin') return
    const able = await answerers(kit, manager, parts)
    if (able.some(giver => giver.id === acting.live.person)) return
    const names = sayList(
      able.map(giver => giver.name),
      'or',
    )
    throw new Problem('access.not-yours-to-give', `That is not yours to give. ${names || 'Nobody'} can.`)
  },
  answerers,
  things: async (_kit, _manager, _acting, { things }) => ({ things, assertWhole: () => undefined }),
  accept: async (kit, change, parts, { acting, things, isLess }) => {
    const to = askedFor(parts)
    const holder = { key: { kind: 'person' as const, id: to.id }, name: to.name, party: null }
    await grantAsked(kit, change, acting!, holder, things, parts.proposal.id)
    if (isLess) await keepLess(change, acting!, { text: to.address, name: to.name }, things)
    return `Granted to ${to.name}: ${sayAll(things, acting!.zone)}.`
  },

  letters: {
    waiting: async (kit, change, parts) =>
      (await answerers(kit, change.manager, parts)).map(giver =>
        askLetter(giver, parts.business, parts.sender, wanted(parts), parts.proposal.note ?? '', parts.proposal.id),
      ),
    answered: (parts, told) => {
      const colleague = colleagueOf(parts)
      const forThem = colleague && told.accepted ? [grantedForYouLetter(colleague, parts.sender, told)] : []
      return [askAnsweredLetter(parts.sender, colleague, told), ...forThem]
    },
    lapsed: parts => [lapsedAskLetter(parts.sender, parts.business, wanted(parts), parts.proposal.reason)],
    cameToNothing: async () => [],
  },
}
