import { possessive, sayList } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { findMembership } from '../businesses/queries.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { gatherProposals } from '../proposals/gather.ts'
import { isOpen, openProposals } from '../proposals/queries.ts'
import { toldOf } from './addressee.ts'
import type { PlannedEnd } from './planned.ts'
import { shared, type Preview } from './preview.ts'
import { sayFallen } from './sayFallen.ts'
import { takesFreshProof } from './takesYes.ts'

/** What ending comes to, in plain words: who loses what, and what falls with it. */
export async function previewEnd(kit: Kit, acting: Acting, plan: PlannedEnd): Promise<Preview> {
  const { who } = plan
  const names = [...new Set([...plan.grants, ...plan.waiting].map(one => one.target.name))]
  const what = names.length > 0 ? ` on ${sayList(names)}` : ''
  const purpose = 'purpose' in plan.sentence && plan.sentence.purpose ? `, to ${plan.sentence.purpose}` : ''
  const isMember = who.kind === 'person' && who.member
  const endsAdmin = plan.everything && isMember && (await isAdmin(kit, acting, who.person!.id))
  const membership =
    plan.everything && isMember
      ? ` ${who.name} stops being ${endsAdmin ? 'an admin' : 'a member'} of ${acting.name}.`
      : ''
  return {
    sentence: plan.text,
    verb: 'end',
    summary:
      who.kind === 'business'
        ? `End what there is between ${acting.name} and ${who.name}${what}.`
        : `End ${possessive(who.name)} access${what}${purpose}.${membership}`,
    ...shared(acting, [{ who }], kit.clock.now()),
    assets: [],
    standing: null,
    changes: plan.falls ? sayWhatEnds(acting, plan) : await sayWhatTheySent(kit, acting, plan),
    purpose: null,
    unfinished: null,
    doubts: [],
    surplus: [],
    least: null,
    seats: null,
    staysOpenUntil: null,
    takesProof: takesFreshProof(plan) || endsAdmin,
    asksReason: false,
    takesReason: endsAdmin && who.person?.id !== acting.live.person,
    mails: (await toldOf(kit.database.manager, who))
      .filter(person => person.id !== acting.live.person)
      .map(person => ({ to: person.address, about: 'what ended' })),
    alsoCanGive: [],
    notes: [
      ...plan.remains.map(way => `${who.name} still reaches it in another way: ${way}.`),
      'It ends in the same moment, everywhere. Access from elsewhere stays.',
      ...(endsAdmin ? [`All admins of ${acting.name} are told at once, and why.`] : []),
    ],
  }
}

async function isAdmin(kit: Kit, acting: Acting, person: string): Promise<boolean> {
  return (await findMembership(kit.database.manager, acting.id, person))?.standing === 'admin'
}

/** What somebody sent by what ends, and nobody has answered yet: it comes to nothing with it. */
async function sayWhatTheySent(kit: Kit, acting: Acting, plan: PlannedEnd): Promise<string[]> {
  const { who, everything, remains } = plan
  if (who.kind !== 'person' || !who.person) return []
  const { manager } = kit.database
  const sent = await openProposals(manager, { businessId: acting.id, sentBy: who.person.id })
  const open = sent.filter(proposal => isOpen(proposal, kit.clock.now()))
  const ended = new Set(plan.grants.map(({ target }) => target.id))
  const names = (await gatherProposals(manager, proposalKinds, open))
    .filter(({ things }) => everything || things.some(({ target }) => ended.has(target.id)))
    .map(parts => proposalKinds.of(parts.proposal).name(parts))
  if (names.length === 0) return []
  const unless = everything || remains.length === 0 ? '' : ', unless they can still send it'
  return [`What ${who.name} sent comes to nothing${unless}: ${sayList(names)}.`]
}

/** What a partner loses, what it had given, what falls with either, and what of one's own is left alone. */
function sayWhatEnds(acting: Acting, { who, grants, falls }: PlannedEnd): string[] {
  const given = grants.filter(({ grant }) => grant.businessId === acting.id)
  const got = grants.filter(({ grant }) => grant.businessId !== acting.id)
  const named = (held: typeof grants) => sayList([...new Set(held.map(({ target }) => target.name))])
  const { below, proposals, leftAlone } = falls!
  return [
    given.length > 0 ? `${who.name} no longer reaches ${named(given)}.` : '',
    got.length > 0 ? `You give ${named(got)} back: nobody at ${acting.name} reaches it any more.` : '',
    below.length > 0 ? `With it falls: ${sayFallen(falls!)}.` : '',
    ...proposals.map(
      ({ kind, sent }) => `The open ${proposalKinds.of({ kind }).noun} ${sent ? 'to' : 'from'} ${who.name} is closed.`,
    ),
    leftAlone.length > 0
      ? `Nobody but the admins of ${acting.name} can work with ${sayList(leftAlone)} then: put somebody on it.`
      : '',
  ].filter(Boolean)
}
