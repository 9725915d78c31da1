import {
  capitalised,
  isBefore,
  linkLevel,
  isWeighty,
  kindsHeldBy,
  sayCount,
  sayList,
  type Instant,
} from '@famiglia/core'
import { Problem } from '../base/problem.ts'
import { actingNow, requireStanding } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/queries.ts'
import { addToHeld } from '../grants/addToHeld.ts'
import { planGiven } from '../grants/planGiven.ts'
import { sayLinks } from '../grants/tellThings.ts'
import type { Kit } from '../base/kit.ts'
import { mailDomainOf } from '../partners/lookUp.ts'
import { sharedBetween } from '../partners/sharedBetween.ts'
import type { Beforehand, ProposalKind, ProposalParts, ProposedThing } from '../proposals/kind.ts'
import { answeredLetter, cameToNothingLetter } from '../proposals/letters.ts'
import { whyNoLongerGood } from '../proposals/stillGood.ts'
import { holderOfLinks, keepLink } from './keepLink.ts'
import { linkLetter } from './letters.ts'
import { readLinkProposals } from './records.ts'
import { payFromThen, sayPaysAsNow } from './paying.ts'
import {
  gathererOf,
  isKnown,
  knows,
  nameOfOther,
  ownerOf,
  ownOfLink,
  sayAsKnown,
  sayWhole,
  sayWouldPay,
} from './sayLink.ts'
import { reachesManager } from './whoReaches.ts'

/** Accounts are to hang under a manager account: asked for from above, or offered from below. */
export const link: ProposalKind = {
  kind: 'link',
  noun: 'request to link',
  heading: 'A link',
  yes: { whole: 'Accept it', less: { begin: 'Accept less', send: 'Accept this' } },
  course: 'over with its answer',
  acceptedAs: 'accepted',
  canBeSentAgain: true,
  canBePassedOn: false,
  answeredBy: 'business',

  readOwn: readLinkProposals,
  name: parts => `the request to link under ${ownOfLink(parts).under.name}`,
  said: (parts, side) =>
    `${side === 'received' ? sayWhole(parts) : sayAsKnown(parts, parts.things)}${sayWouldPay(parts)}`,
  // Said of what a yes gives: who asked reaches it from then on, and reads its name.
  sayThings: (parts, things) => sayLinks(things, ownOfLink(parts).under.name, parts.business.zone),
  hidesThings: (parts, side) => side === 'sent' && parts.things.some(thing => !knows(parts, thing)),
  // What is asked separately is told separately.
  levelOn: (kind, { terms }) => linkLevel(kind, { ...terms, mayPassOn: false }),
  outset: (parts, side) => {
    const { sender, business } = parts
    const wants = ownOfLink(parts).fromAbove ? 'ask' : 'offer'
    return side === 'received'
      ? `${sender.name} of ${business.name} ${wants}s to link ${sayWhole(parts)}`
      : `${sender.name} ${wants}ed ${wants === 'ask' ? `${nameOfOther(parts)} ` : ''}to link ${sayAsKnown(parts, parts.things)}`
  },
  names: parts => [ownOfLink(parts).under.name],
  question: parts =>
    ownOfLink(parts).fromAbove && parts.things.some(thing => thing.mayPassOn)
      ? {
          asks: 'May they give access to others?',
          hint: `With yes, stewards of ${ownOfLink(parts).under.name} could let more people and businesses in, up to this, without asking you. You see each of them, and can end each.`,
        }
      : null,
  takesTwo: (parts, mayGiveAccess) =>
    mayGiveAccess && ownOfLink(parts).fromAbove && parts.things.some(thing => thing.mayPassOn)
      ? `let ${ownOfLink(parts).under.name} of ${gathererOf(parts).name} give access to ${sayList(parts.things.map(({ target }) => target.name))}`
      : null,
  paying: parts => {
    const { paid } = ownOfLink(parts)
    const isTheirs = paid?.payer.id === parts.partner!.id
    return (
      paid && {
        by: paid.payer.name,
        takesMeansOn: isTheirs ? (parts.things[0]?.target.assets[0]?.platform ?? null) : null,
        canStay: true,
      }
    )
  },
  beforehand: async (kit, manager, parts, _register, side) => {
    // Who asks by number alone is told nothing of whom they ask.
    if (side === 'sent') return []
    const { under, fromAbove } = ownOfLink(parts)
    const reaching = await reachesManager(kit, manager, under)
    const gatherer = gathererOf(parts)
    return [
      {
        head: capitalised(`${sayCount(reaching.length, 'person reaches', 'people reach')} ${under.name}`),
        items: [
          ...reaching.map(one => `${one.name} (${one.address})${one.how ? `, ${one.how}` : ''}`),
          fromAbove
            ? `${gatherer.name} can put more of its people on it, never above your answer. You see each of them.`
            : 'You can put more of your people on it, never above this.',
        ],
      },
      { head: 'What would change', items: [sayWhatChanges(parts), ...sayWhoWouldPay(parts)] },
      ...(await sayAlready(kit, parts)),
    ]
  },
  afterwards: (parts, side) => {
    const { paid } = ownOfLink(parts)
    const isTold = side === 'received' || isKnown(parts)
    const accounts = parts.things.flatMap(({ target }) => target.assets)
    const pays = paid
      ? `${paid.payer.name} pays from then on.`
      : isTold
        ? sayPaysAsNow(accounts, 'now')
        : 'Who pays does not change.'
    return [`${gathererOf(parts).name} puts its own people on it, up to this.`, pays, 'No seat is taken.']
      .filter(Boolean)
      .join(' ')
  },
  shown: () => ({ standing: 'member', contact: null, takesChair: false }),
  partnerIsKnown: isKnown,
  whyVoid: async (kit, manager, parts) => {
    const { under } = ownOfLink(parts)
    const { things, business, sender } = parts
    if (under.businessId !== gathererOf(parts).id) return `${under.name} went to another business`
    if (under.archivedAt) return `${under.name} is archived`
    const gone = things.find(({ target }) => target.ownedBy !== ownerOf(parts).id)
    if (gone) return 'an account of it went to another business'
    if (!ownOfLink(parts).fromAbove) return whyNoLongerGood(kit, manager, parts)
    const acting = await actingNow(manager, business.id, {
      person: sender.id,
      name: sender.name,
      address: sender.address,
    })
    return acting?.standing === 'admin' ? null : `${sender.name}, who asked, is no longer admin of ${business.name}`
  },

  assertMayAnswer: async (_kit, _manager, acting) =>
    requireStanding(acting, 'deal-with-partners', 'Answering another business'),
  things: async (_kit, _manager, _acting, parts) => {
    // What is asked for belongs to who answers, not to who sent it.
    const asOwners = ownOfLink(parts).fromAbove
      ? parts.things.map(thing => ({ ...thing, target: { ...thing.target, held: null } }))
      : parts.things
    return { things: asOwners, assertWhole: () => undefined }
  },
  accept: async (kit, change, parts, { acting, things, person, paying }) => {
    const { business, sender, proposal } = parts
    const { under, fromAbove } = ownOfLink(parts)
    const holder = await holderOfLinks(change.manager, under)
    const by = { id: person.id, name: person.name }
    if (fromAbove) {
      const added: ProposedThing[] = []
      for (const thing of things) added.push(await addToHeld(change.manager, acting!, holder, thing, change.now))
      await planGiven(kit, change.manager, acting!, [{ name: under.name, key: holder.key, isBusiness: true }], added)
      change.requireFreshProof('Giving something to another business needs you to confirm it’s you.')
      const given = { giver: acting!, person: by, proposal: proposal.id }
      for (const thing of added) await keepLink(change, given, under, thing)
    } else {
      if (things.some(({ target, terms, mayPassOn }) => mayPassOn || isWeighty(kindsHeldBy(target), terms)))
        change.requireFreshProof('Accepting to give access or to see to the bills needs you to confirm it’s you.')
      const given = { giver: business, person: sender, by, proposal: proposal.id }
      for (const thing of things) {
        assertNotOver(thing, change.now)
        await keepLink(change, given, under, thing)
      }
    }
    const { paid } = ownOfLink(parts)
    const pays = paid ? await payFromThen(kit, change, person, acting!, paid, things, paying) : ''
    return `Linked: ${sayLinks(things, under.name, acting!.zone)}.${sayMark(parts, things)}${pays}`
  },

  letters: {
    waiting: async (_kit, change, parts) =>
      (await adminsOf(change.manager, parts.partner!.id)).map(admin => linkLetter(admin, parts, { isReminder: true })),
    answered: (parts, told) => [
      answeredLetter(parts.sender, parts.business, parts.partner!, {
        ...told,
        did: told.accepted ? 'accepted' : 'declined',
        was: ownOfLink(parts).fromAbove ? 'asked for' : 'offered',
      }),
    ],
    lapsed: parts => [
      cameToNothingLetter(parts.sender, {
        was: 'the request to link',
        said: sayAsKnown(parts, parts.things),
        why: parts.proposal.state === 'void' ? parts.proposal.reason! : `${nameOfOther(parts)} did not answer in time`,
      }),
    ],
    cameToNothing: async (change, parts, why) =>
      (await adminsOf(change.manager, parts.partner!.id)).map(admin =>
        cameToNothingLetter(admin, { was: 'the request to link', said: sayWhole(parts), why }),
      ),
  },
}

/** What there is between the two businesses already, told to who answers. */
async function sayAlready(kit: Kit, { business, partner }: ProposalParts): Promise<Beforehand[]> {
  const domain = await mailDomainOf(kit.database.manager, business.id)
  const shared = await sharedBetween(kit, partner!, business)
  const items = [...(domain ? [`Its admins write from ${domain}.`] : []), ...shared]
  return items.length > 0 ? [{ head: `You and ${business.name}`, items }] : []
}

function assertNotOver({ target, terms }: ProposedThing, now: Instant): void {
  if (!terms.until || isBefore(now, terms.until)) return
  throw new Problem(
    'date.past',
    `The link of ${target.name} would be over already. Accept the others alone, or ask for a later end.`,
  )
}

function sayWhatChanges(parts: ProposalParts): string {
  const { under } = ownOfLink(parts)
  return `Anyone who reaches ${under.name} reaches ${sayList(parts.things.map(({ target }) => target.name))}, now and later. Nobody of ${ownerOf(parts).name} loses anything.`
}

function sayWhoWouldPay(parts: ProposalParts): string[] {
  const { paid } = ownOfLink(parts)
  if (!paid) return []
  const before = [...new Set(parts.things.flatMap(({ target }) => target.assets.flatMap(one => one.payer?.name ?? [])))]
  return [
    `${sayList(before)} ${before.length > 1 ? 'pay' : 'pays'} now; ${paid.payer.name} would pay from its beginning on.`,
  ]
}

/** What was asked separately and is not given is said. */
function sayMark(parts: ProposalParts, things: readonly ProposedThing[]): string {
  if (things.some(thing => thing.mayPassOn)) return ' They may give access to others there.'
  return parts.things.some(thing => thing.mayPassOn) ? ' They may not give access to others there.' : ''
}
