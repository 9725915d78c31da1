import {
  isFreshProof,
  lapseOf,
  printSentence,
  sayActions,
  sayCount,
  sayEndExactly,
  sayInstant,
  sayList,
  sayMoney,
  seatCost,
  surplusOver,
  type Instant,
} from '@famiglia/core'
import type { Room } from '../base/room.ts'
import { countSeats } from '../businesses/seats.ts'
import { adminsOf } from '../businesses/records.ts'
import type { Acting } from '../businesses/acting.ts'
import { readinessAfter, type Sufficiency } from '../purposes/sufficiency.ts'
import { planSentence, type PlannedLet, type PlannedRecipient } from './planSentence.ts'
import { lookUpNamed } from '../partners/lookUp.ts'
import type { Proposal } from '../proposals/records.ts'
import { textOf, type Addressee } from './addressee.ts'
import { previewEnd, toldAbout } from './previewEnding.ts'
import { notesOn, sayChange, waitsForYes } from './previewNotes.ts'
import { isNewPerson, takesFreshProof } from './saySentence.ts'
import { sayItems, tellAsset, type AssetInWords } from './tellLevel.ts'

export interface PreviewedWho {
  readonly address: string | null
  /** As a sentence names them. */
  readonly text: string
  readonly name: string
  readonly state: 'member' | 'invited' | 'new' | 'team' | 'partner'
}

export interface Preview {
  readonly sentence: string
  readonly verb: 'let' | 'end'
  readonly summary: string
  readonly who: readonly PreviewedWho[]
  readonly assets: readonly AssetInWords[]
  /** What changes for those who have access already, or wait for it. */
  readonly changes: readonly string[]
  readonly purpose: Sufficiency | null
  /** What it allows beyond the purpose, by asset, and the sentence that gives no more than that. */
  readonly surplus: readonly string[]
  readonly least: string | null
  readonly seats: {
    readonly before: number
    readonly after: number
    readonly included: number
    readonly words: string
  } | null
  readonly from: string | null
  readonly until: { readonly at: string; readonly words: string } | null
  readonly staysOpenUntil: string | null
  readonly takesProof: boolean
  readonly proofIsFresh: boolean
  readonly mails: readonly { readonly to: string; readonly about: string }[]
  readonly alsoCanGive: readonly string[]
  readonly notes: readonly string[]
}

/** What a sentence would do, in plain words. Nothing is sent or changed. */
export function previewSentence(room: Room) {
  return async (acting: Acting, text: string): Promise<Preview> => {
    await lookUpNamed(room, acting, text)
    const plan = await planSentence(room, room.database.manager, acting, text)
    return plan.verb === 'let' ? previewLet(room, acting, plan) : previewEnd(room, acting, plan)
  }
}

/** An asset that is named by itself and stands in a bundle too is told once. */
function onceEach(told: readonly AssetInWords[]): AssetInWords[] {
  return [...new Map(told.map(asset => [`${asset.number} ${asset.given} ${asset.hidden.join()}`, asset])).values()]
}

async function previewLet(room: Room, acting: Acting, plan: PlannedLet): Promise<Preview> {
  const now = room.clock.now()
  const first = plan.recipients[0]!
  const words = first.items[0]!.words
  const strangers = plan.recipients.filter(isNewPerson)
  const open = openTo(first.who)
  const admins = await adminsOf(room.database.manager, acting.id)
  return {
    sentence: plan.text,
    verb: 'let',
    summary: `Let ${sayList(plan.recipients.map(({ who }) => who.name))} ${sayItems(first.items, acting.zone)}.`,
    ...shared(acting, plan.recipients, now),
    assets: onceEach(
      first.items.flatMap(item =>
        item.parts.map(({ asset, plan: part }) =>
          tellAsset(asset, item.words, part.level, item.target.held?.owner.name ?? acting.name),
        ),
      ),
    ),
    changes: plan.recipients.flatMap(recipient =>
      recipient.items.flatMap(item => sayChange(recipient, item, acting.zone)),
    ),
    purpose: plan.scope && plan.purpose ? await readinessAfter(room, acting, plan) : null,
    ...surplusOf(plan),
    seats: await seatsFor(
      room,
      acting,
      strangers.filter(({ who }) => who.kind === 'person' && !who.invitation).length,
      now,
    ),
    from: words.from ? sayInstant(words.from, acting.zone) : null,
    until: words.until ? { at: words.until.toString(), words: sayEndExactly(words.until, acting.zone) } : null,
    staysOpenUntil:
      strangers.length > 0 || plan.recipients.some(waitsForYes)
        ? sayInstant(open?.lapsesAt ?? lapseOf(now, acting.proposalDays), acting.zone)
        : null,
    takesProof: takesFreshProof(plan),
    mails: (await Promise.all(plan.recipients.map(recipient => mailsTo(room, acting, recipient)))).flat(),
    alsoCanGive: admins.filter(admin => admin.id !== acting.live.person).map(admin => admin.name),
    notes: [...new Set(plan.recipients.flatMap(recipient => notesOn(acting, plan, recipient)))],
  }
}

/** The open proposal to somebody that what is said goes into. */
function openTo(who: Addressee): Proposal | null {
  if (who.kind === 'team') return null
  return who.kind === 'business' ? who.offer : who.invitation
}

/** What previews of giving and of ending have in common. */
export function shared(acting: Acting, recipients: readonly Pick<PlannedRecipient, 'who'>[], now: Instant) {
  return {
    who: recipients.map(({ who }) => previewWho(who)),
    proofIsFresh: acting.live.unattended || isFreshProof(acting.live.provenAt, now),
  }
}

function previewWho(who: Addressee): PreviewedWho {
  if (who.kind === 'person') {
    const state = who.member ? 'member' : who.invitation ? 'invited' : 'new'
    return { address: who.address, text: who.address, name: who.name, state }
  }
  const state = who.kind === 'team' ? 'team' : 'partner'
  return { address: null, text: textOf(who), name: who.name, state }
}

async function mailsTo(room: Room, acting: Acting, recipient: PlannedRecipient): Promise<Preview['mails']> {
  const { who, items } = recipient
  if (items.every(item => item.change === 'same')) return []
  const about = items.every(item => item.grant === null) ? 'what was given' : 'what changed'
  if (who.kind === 'business')
    return (await toldAbout(room, who)).map(to => ({
      to,
      about: waitsForYes(recipient) ? 'the offer, to answer it' : about,
    }))
  if (who.kind === 'team')
    return who.members
      .filter(person => person.id !== acting.live.person)
      .map(person => ({ to: person.address, about: `${about}, through the team ${who.team.name}` }))
  if (!who.member) return [{ to: who.address, about: 'the invitation, with a link to answer it' }]
  return who.person!.id === acting.live.person ? [] : [{ to: who.address, about }]
}

/** What the sentence allows beyond the purpose it names, and the sentence that gives exactly what it takes. */
function surplusOf({ purpose, recipients, sentence, scope }: PlannedLet): Pick<Preview, 'surplus' | 'least'> {
  if (!purpose) return { surplus: [], least: null }
  const surplus = recipients[0]!.items.flatMap(item =>
    item.parts.flatMap(({ asset, plan }) => {
      const beyond = surplusOver(purpose, asset.kind, plan.level)
      if (beyond === null) return [`${asset.name} is not needed to ${purpose.name}.`]
      return beyond.length > 0 ? [`On ${asset.name} it also allows to ${sayActions(beyond)}.`] : []
    }),
  )
  if (surplus.length === 0 || scope?.items.length === 0) return { surplus: [...new Set(surplus)], least: null }
  return {
    surplus: [...new Set(surplus)],
    least: printSentence({ ...sentence, tier: null, actions: [], purpose: purpose.name }),
  }
}

async function seatsFor(room: Room, acting: Acting, more: number, now: Instant): Promise<Preview['seats']> {
  if (more === 0) return null
  const {
    FAMIGLIA_SEATS_INCLUDED: included,
    FAMIGLIA_SEAT_PRICE: priceEach,
    FAMIGLIA_SEAT_CURRENCY: currency,
  } = room.config
  const taken = await countSeats(room.database.manager, acting.id, now)
  const cost = seatCost(
    { included, priceEach, currency },
    taken,
    more,
    now.toZonedDateTimeISO(acting.zone).toPlainDate(),
  )
  const price =
    cost.perMonth > 0
      ? `That is ${sayMoney(cost.perMonth, currency)} more a month, ${sayMoney(cost.restOfMonth, currency)} for the rest of this one.`
      : 'That costs nothing more.'
  return {
    before: cost.before,
    after: cost.after,
    included,
    words: `${sayCount(more, 'more seat', 'more seats')}: ${cost.after} of ${included} included. ${price}`,
  }
}
