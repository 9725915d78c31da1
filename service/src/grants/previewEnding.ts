import { possessive, sayList } from '@famiglia/core'
import type { Room } from '../base/room.ts'
import { adminsOf } from '../businesses/records.ts'
import type { Acting } from '../businesses/acting.ts'
import type { Addressee } from './addressee.ts'
import { sayFallen } from './endAccess.ts'
import type { PlannedEnd } from './planSentence.ts'
import { takesFreshProof } from './saySentence.ts'
import { shared, type Preview } from './previewSentence.ts'

/** What ending comes to, in plain words: who loses what, and what falls with it. */
export async function previewEnd(room: Room, acting: Acting, plan: PlannedEnd): Promise<Preview> {
  const { who } = plan
  const names = [...new Set([...plan.grants, ...plan.waiting].map(one => one.target.name))]
  const what = names.length > 0 ? ` on ${sayList(names)}` : ''
  const isMember = who.kind === 'person' && who.member
  const membership = plan.everything && isMember ? ` ${who.name} stops being a member of ${acting.name}.` : ''
  return {
    sentence: plan.text,
    verb: 'end',
    summary:
      who.kind === 'business'
        ? `End what there is between ${acting.name} and ${who.name}${what}.`
        : `End ${possessive(who.name)} access${what}.${membership}`,
    ...shared(acting, [{ who }], room.clock.now()),
    assets: [],
    changes: plan.falls ? sayWhatEnds(acting, plan) : [],
    purpose: null,
    surplus: [],
    least: null,
    seats: null,
    from: null,
    until: null,
    staysOpenUntil: null,
    takesProof: takesFreshProof(plan),
    mails: (await toldAbout(room, who)).map(to => ({ to, about: 'what ended' })),
    alsoCanGive: [],
    notes: ['It ends in the same moment, everywhere. Access from elsewhere stays.'],
  }
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
    ...proposals.map(({ kind, sent }) => `The open ${kind} ${sent ? 'to' : 'from'} ${who.name} is closed.`),
    leftAlone.length > 0
      ? `Nobody but the admins of ${acting.name} can work with ${sayList(leftAlone)} then: put somebody on it.`
      : '',
  ].filter(Boolean)
}

/** The addresses of all who get a letter about it: the person, a team's members, a partner's admins. */
export async function toldAbout(room: Room, who: Addressee): Promise<string[]> {
  if (who.kind === 'business')
    return (await adminsOf(room.database.manager, who.partner.id)).map(admin => admin.address)
  if (who.kind === 'team') return who.members.map(person => person.address)
  return who.member ? [who.address] : []
}
