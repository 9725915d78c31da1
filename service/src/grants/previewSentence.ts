import {
  describeLevel,
  isFreshProof,
  lapseOf,
  momentOfEnd,
  possessive,
  printMoment,
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
  type LetSentence,
} from '@famiglia/core'
import type { Room } from '../base/room.ts'
import { countSeats } from '../businesses/seats.ts'
import { adminsOf } from '../businesses/records.ts'
import type { Acting } from '../businesses/acting.ts'
import { readinessAfter, type Sufficiency } from '../purposes/sufficiency.ts'
import type { PlannedItem } from './planItem.ts'
import { planSentence, type PlannedEnd, type PlannedLet, type PlannedRecipient } from './planSentence.ts'
import { lookUpNamed } from '../partners/lookUp.ts'
import type { Proposal } from '../proposals/records.ts'
import { textOf, type Addressee, type BusinessAddressed } from './addressee.ts'
import { sayFallen } from './endAccess.ts'
import { isNewPerson, splitByYes, takesFreshProof } from './saySentence.ts'
import { sayItems, sayWords, tellAsset, type AssetInWords } from './tellLevel.ts'

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

function waitsForYes({ who, items }: PlannedRecipient): boolean {
  return who.kind === 'business' && !who.partner.offersAtOnce && splitByYes(items).offered.length > 0
}

async function previewEnd(room: Room, acting: Acting, plan: PlannedEnd): Promise<Preview> {
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

async function toldAbout(room: Room, who: Addressee): Promise<string[]> {
  if (who.kind === 'business')
    return (await adminsOf(room.database.manager, who.partner.id)).map(admin => admin.address)
  if (who.kind === 'team') return who.members.map(person => person.address)
  return who.member ? [who.address] : []
}

function shared(acting: Acting, recipients: readonly Pick<PlannedRecipient, 'who'>[], now: Instant) {
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

function notesOn(acting: Acting, plan: PlannedLet, recipient: PlannedRecipient): string[] {
  const { who, items } = recipient
  const notes: string[] = []
  if (who.kind === 'business') notes.push(...notesOnPartner(who, recipient, plan.sentence))
  else if (who.kind === 'team')
    notes.push(
      who.members.length > 0
        ? `The team ${who.team.name} has ${sayCount(who.members.length, 'member', 'members')}: ${sayList(who.members.map(person => person.name))}. Who joins it later gains this too.`
        : `Nobody is in the team ${who.team.name} yet: who joins it gains this.`,
    )
  else if (!who.member && !who.invitation) notes.push(`${who.name} joins ${acting.name} as member by accepting.`)
  else if (!who.member) notes.push(`${who.name} has not answered the open invitation yet: this goes into it.`)
  if (items.every(item => item.change === 'same')) notes.push(`${who.name} has exactly this already: nothing changes.`)
  notes.push(
    ...items.flatMap(item =>
      item.upstream
        ? [`${item.target.name} belongs to ${item.target.held!.owner.name}, who sees whom you put on it.`]
        : [],
    ),
  )
  const stewarded = items
    .flatMap(item => item.parts)
    .filter(({ asset, plan }) => describeLevel(asset.kind, plan.level).canGiveAccess)
  if (stewarded.length > 0)
    notes.push(
      `${who.name} can give and take away access on ${sayList(stewarded.map(part => part.asset.name))}, up to the same level.`,
    )
  for (const item of items) {
    if (item.target.bundleId)
      notes.push(
        `${item.target.name} is a bundle: what is put into it later is reached too, what is taken out no longer.`,
      )
    notes.push(...whatFallsAway(item, acting.zone))
  }
  return notes
}

function notesOnPartner(
  { partner }: BusinessAddressed,
  recipient: PlannedRecipient,
  { mayGiveAccess, mayPassOn }: Pick<LetSentence, 'mayGiveAccess' | 'mayPassOn'>,
): string[] {
  const stays = waitsForYes(recipient)
    ? `The offer waits for the yes of one of its admins. More that you say to ${partner.name} until then goes into the same offer.`
    : `It holds at once: ${partner.offersAtOnce ? `${partner.name} chose to take offers without a yes of its own` : 'it is no more than it has'}.`
  return [
    `${partner.name} (${partner.number}) is a business in ${partner.town}. ${stays}`,
    `What you give is the ceiling: ${partner.name} puts its own people on it, and nobody of them reaches more. You see each of them, and can freeze one.`,
    ...(mayGiveAccess
      ? [`Those whom ${partner.name} puts on it as stewards may put its others on it themselves.`]
      : []),
    ...(mayPassOn
      ? [`${partner.name} may pass it on to a further business, whose people you see and can freeze too.`]
      : []),
    'It costs you no seats.',
  ]
}

/** A sentence says all: what was hidden or had an end before and is not said again is pointed at, with the words that keep it. */
function whatFallsAway({ target, grant, words, parts }: PlannedItem, zone: string): string[] {
  if (!grant) return []
  const shown = [...new Set(parts.flatMap(({ plan }) => plan.gains.sees))].filter(figure =>
    grant.hiding.includes(figure),
  )
  const notes: string[] = []
  if (shown.length > 0)
    notes.push(
      `On ${target.name} ${sayList(shown)} was hidden and would now be seen. Add “hiding ${shown.join(' and ')}” to keep it hidden.`,
    )
  if (grant.until && !words.until)
    notes.push(
      `On ${target.name} the end would go. Add “until ${printMoment(momentOfEnd(grant.until, zone))}” to keep it.`,
    )
  return notes
}

/** `It changes what Priya Lindqvist has on Summer Crossings. Gains: publish adverts. Loses: …`. */
function sayChange({ who }: PlannedRecipient, item: PlannedItem, zone: string): string[] {
  const { words, grant, target } = item
  if (item.change === 'new') return []
  if (item.change === 'same') return [`${who.name} has ${sayWords(words, [target.name], zone)} already.`]
  const difference = (side: 'gains' | 'loses') => {
    const actions = new Set(item.parts.flatMap(({ plan }) => plan[side].actions))
    const sees = new Set(item.parts.flatMap(({ plan }) => plan[side].sees))
    return [actions.size > 0 ? sayActions(actions) : '', sees.size > 0 ? `see ${sayList([...sees])}` : '']
      .filter(Boolean)
      .join('; ')
  }
  const [gains, loses] = [difference('gains'), difference('loses')]
  return [
    [
      `It changes what ${who.name} has on ${target.name}.`,
      gains && `Gains: ${gains}.`,
      loses && `Loses: ${loses}.`,
      grant && String(grant.until) !== String(words.until)
        ? `The end moves from ${grant.until ? sayInstant(grant.until, zone) : 'no end'} to ${words.until ? sayInstant(words.until, zone) : 'no end'}.`
        : '',
    ]
      .filter(Boolean)
      .join(' '),
  ]
}
