import {
  covers,
  lapseOf,
  levelOf,
  printSentence,
  sayActions,
  sayList,
  surplusOver,
  takenOn,
  wantedOf,
  type LetSentence,
  type Purpose,
  type Standing,
  type Terms,
  type ThingWithTerms,
  standingTakesProof,
  sayBegin,
  sayEnd,
} from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/queries.ts'
import { moreSeats } from '../businesses/seats.ts'
import type { PlannedThing } from '../grants/planThing.ts'
import { sayAll, tellAsset } from '../grants/tellThings.ts'
import { invitation, standingIn } from '../invitations/kind.ts'
import { lookUpNamed } from '../partners/lookUp.ts'
import { whatOf } from '../reach/targets.ts'
import { openTo, toldOf, type Addressee } from './addressee.ts'
import { unfinishedBy } from './unfinished.ts'
import { sayAlreadyGiving, stewardingBy } from './alreadyGiving.ts'
import { doubtsOn } from './doubts.ts'
import { planSentence } from './planSentence.ts'
import { readSentence, type PlannedLet, type PlannedRecipient } from './planned.ts'
import { shared, type Preview, type PreviewedAsset } from './preview.ts'
import { previewEnd } from './previewEnding.ts'
import { sayLastUses } from './lastUses.ts'
import { notesOn, notesOnInside, sayChange } from './previewNotes.ts'
import { readinessAfter } from './sufficiency.ts'
import { isNewPerson, takesFreshProof, waitsForYes } from './takesYes.ts'

/** What a sentence would do, in plain words. Nothing is sent or changed. */
export function previewSentence(kit: Kit) {
  return async (acting: Acting, text: string, standing: Standing | null = null): Promise<Preview> => {
    const sentence = readSentence(kit, acting, text)
    await lookUpNamed(kit, acting, sentence)
    const plan = await planSentence(kit, kit.database.manager, acting, sentence)
    return plan.verb === 'let' ? previewLet(kit, acting, plan, standing) : previewEnd(kit, acting, plan)
  }
}

/** An asset that is named by itself and stands in a bundle too is told once. */
function onceEach(told: readonly PreviewedAsset[]): PreviewedAsset[] {
  const keyOf = ({ number, given, hidden, from, until }: PreviewedAsset) =>
    [number, given, hidden, from, until?.at].join()
  return [...new Map(told.map(asset => [keyOf(asset), asset])).values()]
}

async function previewLet(kit: Kit, acting: Acting, plan: PlannedLet, chosen: Standing | null): Promise<Preview> {
  const now = kit.clock.now()
  const first = plan.recipients[0]!
  const strangers = plan.recipients.filter(isNewPerson)
  const open = openTo(first.who)
  const admins = await adminsOf(kit.database.manager, acting.id)
  const known = await standingOf(kit, first.who)
  const standing = known && (chosen ?? known)
  return {
    sentence: plan.text,
    verb: 'let',
    summary: `Let ${sayList(plan.recipients.map(({ who }) => who.name))} ${sayAll(first.things, acting.zone)}${sayJoining(standing)}.`,
    ...shared(acting, plan.recipients, now),
    standing,
    assets: onceEach(
      first.things.flatMap(thing =>
        thing.parts.map(({ asset, plan: part }) => ({
          ...tellAsset(asset, thing.terms, part.level, acting.id),
          ...sayTimes(thing.terms, acting.zone),
        })),
      ),
    ),
    changes: plan.recipients.flatMap(recipient =>
      recipient.things.flatMap(thing => sayChange(recipient, thing, acting.zone)),
    ),
    purpose: plan.scope && plan.purpose ? await readinessAfter(kit, acting, plan, plan.purpose) : null,
    unfinished: await unfinishedBy(kit, acting, plan),
    doubts: await doubtsOn(kit.database.manager, acting, plan),
    ...surplusOf(plan),
    seats: await moreSeats(kit, acting, strangers.filter(({ who }) => who.kind === 'person' && !who.invitation).length),
    staysOpenUntil:
      strangers.length > 0 || plan.recipients.some(waitsForYes)
        ? sayEnd(open?.lapsesAt ?? lapseOf(now, acting.proposalDays, acting.zone), acting.zone)
        : null,
    takesProof: takesFreshProof(plan) || standingTakesProof(standing ?? 'member'),
    takesReason: standing === 'admin' && known !== 'admin',
    asksReason: plan.recipients.some(({ things }) => stewardingBy(things).length > 0),
    mails: (await Promise.all(plan.recipients.map(recipient => mailsTo(kit, acting, recipient)))).flat(),
    alsoCanGive: admins.filter(admin => admin.id !== acting.live.person).map(admin => admin.name),
    notes: [
      ...new Set([
        ...plan.recipients.flatMap(recipient => notesOn(acting, plan, recipient, standing)),
        ...(await sayAlreadyGiving(kit, acting, first.things, standing, admins)),
        ...(await sayLastUses(kit.database.manager, acting, plan.recipients)),
        ...(await notesOnInside(kit.database.manager, first.things)),
      ]),
    ],
  }
}

function sayTimes({ from, until }: Terms, zone: string): Pick<PreviewedAsset, 'from' | 'until'> {
  return {
    from: from ? sayBegin(from, zone) : null,
    until: until ? { at: until.toString(), words: sayEnd(until, zone) } : null,
  }
}

/** `, joining as finance`: the standing and the things are one; a plain member is nothing to say. */
function sayJoining(standing: Standing | null): string {
  return standing && standing !== 'member' ? `, joining as ${standing}` : ''
}

/** The standing that somebody invited joins with, as the open invitation says it; null for who is no stranger. */
async function standingOf(kit: Kit, who: Addressee): Promise<Standing | null> {
  if (who.kind !== 'person' || who.member) return null
  if (!who.invitation) return 'member'
  const own = (await invitation.readOwn(kit.database.manager, [who.invitation.id])).get(who.invitation.id) ?? null
  return standingIn({ own })
}

async function mailsTo(kit: Kit, acting: Acting, recipient: PlannedRecipient): Promise<Preview['mails']> {
  const { who, things } = recipient
  if (things.every(thing => thing.change === 'same')) return []
  const about = things.every(thing => thing.grant === null) ? 'what was given' : 'what changed'
  if (who.kind === 'person' && !who.member)
    return [{ to: who.address, about: 'the invitation, with a link to answer it' }]
  const through = who.kind === 'team' ? `, through the team ${who.team.name}` : ''
  const said = waitsForYes(recipient) ? 'the offer, to answer it' : `${about}${through}`
  return (await toldOf(kit.database.manager, who))
    .filter(person => person.id !== acting.live.person)
    .map(person => ({ to: person.address, about: said }))
}

/** What the sentence allows beyond the purpose it names, and the sentence that gives exactly what it takes. */
function surplusOf({ purpose, recipients, sentence, scope }: PlannedLet): Pick<Preview, 'surplus' | 'least'> {
  if (!purpose) return { surplus: [], least: null }
  const { things } = recipients[0]!
  const surplus = things.flatMap(thing =>
    thing.parts.flatMap(({ asset, plan }) => {
      const beyond = surplusOver(purpose, asset.kind, plan.level)
      if (beyond === null) return [`${asset.name} is not needed to ${purpose.name}.`]
      return beyond.length > 0 ? [`On ${asset.name} it also allows to ${sayActions(beyond, asset.kind)}.`] : []
    }),
  )
  const least = surplus.length > 0 && scope ? leastOf(sentence, purpose, things, scope) : null
  return { surplus: [...new Set(surplus)], least }
}

/** “Enough” never holds more than what was said: of the same assets those that the purpose takes, and of what was given there a part. */
function leastOf(
  sentence: LetSentence,
  purpose: Purpose,
  things: readonly PlannedThing[],
  scope: NonNullable<PlannedLet['scope']>,
): string | null {
  const enough = things.flatMap((thing): ThingWithTerms[] => {
    const { target, terms } = thing
    const taken =
      target.kind && scope.items.some(({ asset }) => asset.id === target.id) && takenOn(purpose, target.kind)
    if (!taken || !target.kind) return []
    const whole = levelOf(target.kind, { ...terms, hiding: [] })
    const needed = levelOf(target.kind, { ...taken, hiding: [] })
    const said = covers(whole, needed)
    return said ? [{ what: whatOf(target, target.held ? '' : target.ownedBy), terms: { ...terms, ...taken } }] : []
  })
  if (enough.length === 0) return null
  const zone = 'UTC'
  const wanted = wantedOf(enough, zone, { purpose: purpose.name, mayPassOn: sentence.mayPassOn })
  const moments = sentence.parts[0]!
  const parts = wanted.parts.map(part => ({ ...part, from: moments.from, until: moments.until }))
  return printSentence({ ...sentence, ...wanted, parts })
}
