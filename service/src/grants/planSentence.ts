import {
  beginOf,
  endOf,
  kinds,
  parseSentence,
  planLet,
  printSentence,
  printWho,
  reachOf,
  sayActions,
  sayList,
  stateAt,
  type EndSentence,
  type LetPlan,
  type LetSentence,
  type Sentence,
  type Who,
  type Words,
} from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { isIdText } from '../base/id-text.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { getAsset } from '../assets/findAsset.ts'
import { assets, type Asset } from '../assets/records.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf, findMembership } from '../businesses/records.ts'
import { findPersonByAddress, type KnownPerson } from '../people/records.ts'
import { courseOf, findOpenInvitation, itemsOf, type Proposal, type ProposalItem } from '../proposals/records.ts'
import { findPersonsGrant, grants, personsGrants, wordsOf, type Grant } from './records.ts'

/** Whom a sentence is about, as far as they are known. */
export interface Addressee {
  readonly address: string
  readonly person: KnownPerson | null
  /** Whether they are a member of the acting business: then a grant holds at once, else it takes their yes. */
  readonly member: boolean
  readonly invitation: Proposal | null
}

export interface PlannedItem {
  readonly asset: Asset
  readonly words: Words
  readonly grant: Grant | null
  readonly plan: Extract<LetPlan, { ok: true }>
}

export interface PlannedLet {
  readonly verb: 'let'
  readonly sentence: LetSentence
  readonly text: string
  readonly who: Addressee
  readonly items: readonly PlannedItem[]
}

export interface PlannedEnd {
  readonly verb: 'end'
  readonly sentence: EndSentence
  readonly text: string
  readonly who: Addressee
  readonly grants: readonly { readonly asset: Asset; readonly grant: Grant }[]
  /** Items of an open invitation that fall. */
  readonly waiting: readonly { readonly asset: Asset; readonly item: ProposalItem }[]
  /** Whether the membership ends too, and the invitation as a whole. */
  readonly everything: boolean
}

export type PlannedSentence = PlannedLet | PlannedEnd

/** Works out what a sentence would do, and refuses what it may not. The same plan is previewed and carried out. */
export async function planSentence(
  room: Room,
  manager: EntityManager,
  acting: Acting,
  text: string,
): Promise<PlannedSentence> {
  const sentence = readSentence(room, acting, text)
  return sentence.verb === 'let'
    ? planGiving(room, manager, acting, sentence)
    : planEnding(room, manager, acting, sentence)
}

function readSentence(room: Room, acting: Acting, text: string): Sentence {
  const today = room.clock.now().toZonedDateTimeISO(acting.zone).toPlainDate()
  const reading = parseSentence(text, today)
  if (reading.ok) return reading.sentence
  const { code, message, start, end, nearest } = reading.error
  throw new Problem(code, message, { pointer: '/sentence', nearest, span: { start, end } })
}

async function planGiving(
  room: Room,
  manager: EntityManager,
  acting: Acting,
  sentence: LetSentence,
): Promise<PlannedLet> {
  const named: Asset[] = []
  for (const what of sentence.on) named.push(await getAsset(manager, acting, what))
  const who = await findAddressee(room, manager, acting, sentence.who)
  await assertMayGive(room, manager, acting, named)
  const pending = who.invitation ? await itemsOf(manager, who.invitation.id) : []
  const giver = await room.facts.aroundAll(named.map(asset => ({ person: acting.live.person, asset: asset.id })))
  const words = wordsOfSentence(sentence, acting.zone)
  const items: PlannedItem[] = []
  for (const [index, asset] of named.entries()) {
    if (items.some(item => item.asset.id === asset.id)) continue
    const grant = who.member && who.person ? await findPersonsGrant(manager, acting.id, asset.id, who.person.id) : null
    const waiting = pending.find(item => item.assetId === asset.id)
    const current = grant ? currentWords(grant, words, room) : waiting ? { ...waiting } : null
    const level = reachOf(giver[index]!, room.clock.now()).level
    const plan = planLet(asset.kind, words, level, current, room.clock.now())
    if (!plan.ok) throw refusal(plan, asset, sentence)
    items.push({ asset, words, grant, plan })
  }
  return { verb: 'let', sentence, text: printSentence(sentence), who, items }
}

/** A grant that has begun and is said again without `from` begins where it began. */
function currentWords(grant: Grant, words: Words, room: Room): Words {
  const begun = grant.from.epochMilliseconds <= room.clock.now().epochMilliseconds
  return { ...wordsOf(grant), from: words.from === null && begun ? null : grant.from }
}

function wordsOfSentence(sentence: LetSentence, zone: string): Words {
  return {
    tier: sentence.tier,
    actions: sentence.actions,
    hiding: sentence.hiding,
    from: sentence.from ? beginOf(sentence.from, zone) : null,
    until: sentence.until ? endOf(sentence.until, zone) : null,
  }
}

function refusal(plan: Extract<LetPlan, { ok: false }>, asset: Asset, sentence: LetSentence): Problem {
  const noun = kinds[asset.kind].noun
  switch (plan.code) {
    case 'action.unknown':
      return new Problem(
        'action.unknown',
        `${asset.name} is ${/^[aeiou]/.test(noun) ? 'an' : 'a'} ${noun}, which has no ${sayList(plan.actions, 'or')}.`,
      )
    case 'grant.above-own-level': {
      const beyond = [
        plan.actions.length > 0 ? sayActions(plan.actions) : '',
        plan.sees.length > 0 ? `see ${sayList(plan.sees)}` : '',
      ].filter(Boolean)
      return new Problem(
        'grant.above-own-level',
        `You cannot give on ${asset.name} what you do not hold there: ${sayList(beyond)}.`,
      )
    }
    case 'date.past':
      return new Problem(
        'date.past',
        `${sentence.until ? `“until ${'date' in sentence.until ? sentence.until.date : sentence.until.at}” is over already` : 'The end is over already'}. Say a later date, or “end” to end access.`,
      )
    case 'date.order':
      return new Problem('date.order', 'It would end before it begins. Say a later “until”.')
  }
}

async function planEnding(
  room: Room,
  manager: EntityManager,
  acting: Acting,
  sentence: EndSentence,
): Promise<PlannedEnd> {
  if ('grant' in sentence) return planEndingGrant(room, manager, acting, sentence)
  const who = await findAddressee(room, manager, acting, sentence.who)
  if (!who.member && !who.invitation)
    throw new Problem(
      'person.unknown',
      `${printWho(sentence.who)} has no access at ${acting.name} and no open invitation: there is nothing to end.`,
    )
  const named: Asset[] = []
  for (const what of sentence.on) named.push(await getAsset(manager, acting, what))
  const everything = named.length === 0
  const wanted = (asset: string) => everything || named.some(one => one.id === asset)
  const held = who.person
    ? (await personsGrants(manager, acting.id, who.person.id)).filter(grant => wanted(grant.assetId))
    : []
  const items = who.invitation ? (await itemsOf(manager, who.invitation.id)).filter(item => wanted(item.assetId)) : []
  const byId = await assetsById(
    manager,
    [...held, ...items].map(one => one.assetId),
  )
  if (everything) requireAdminToEndMember(acting, who)
  else await assertMayGive(room, manager, acting, named)
  const missing = named.find(
    asset => !held.some(grant => grant.assetId === asset.id) && !items.some(item => item.assetId === asset.id),
  )
  if (missing)
    throw new Problem(
      'grant.unknown',
      `${who.person?.name ?? who.address} has no grant of their own on ${missing.name}: there is nothing to end.`,
    )
  return {
    verb: 'end',
    sentence,
    text: printSentence(sentence),
    who,
    grants: held.map(grant => ({ grant, asset: byId.get(grant.assetId)! })),
    waiting: items.map(item => ({ item, asset: byId.get(item.assetId)! })),
    everything,
  }
}

async function planEndingGrant(
  room: Room,
  manager: EntityManager,
  acting: Acting,
  sentence: Extract<EndSentence, { grant: string }>,
): Promise<PlannedEnd> {
  const grant = isIdText(sentence.grant)
    ? await manager.findOneBy(grants, { id: sentence.grant, businessId: acting.id })
    : null
  const holder =
    grant?.personId && !grant.endedAt
      ? await manager
          .query('SELECT address FROM person_address WHERE person_id = $1 AND main', [grant.personId])
          .then((rows: { address: string }[]) => rows[0])
      : null
  if (!grant || !holder)
    throw new Problem(
      'grant.unknown',
      `There is no grant ${sentence.grant} at ${acting.name}, or it has ended already.`,
    )
  const asset = (await assetsById(manager, [grant.assetId])).get(grant.assetId)!
  await assertMayGive(room, manager, acting, [asset])
  const who = await findAddressee(room, manager, acting, { by: 'address', address: holder.address })
  return {
    verb: 'end',
    sentence,
    text: printSentence(sentence),
    who,
    grants: [{ grant, asset }],
    waiting: [],
    everything: false,
  }
}

function requireAdminToEndMember(acting: Acting, who: Addressee): void {
  const self = who.person?.id === acting.live.person
  if (acting.standing === 'admin' || self) return
  throw new Problem(
    'standing.not-enough',
    `Ending all of somebody’s access takes an admin of ${acting.name}. Name the asset to end it there alone.`,
  )
}

async function findAddressee(room: Room, manager: EntityManager, acting: Acting, who: Who): Promise<Addressee> {
  if (who.by === 'team')
    throw new Problem(
      'holder.not-yet',
      `${acting.name} has no team called ${who.handle}. Name a person by their e-mail address.`,
    )
  if (who.by !== 'address')
    throw new Problem(
      'holder.not-yet',
      `${printWho(who)} is a business: access is given to people so far. Name a person by their e-mail address.`,
    )
  const person = await findPersonByAddress(manager, who.address)
  const member = person ? (await findMembership(manager, acting.id, person.id)) !== null : false
  const invitation = await findOpenInvitation(manager, acting.id, who.address)
  const open = invitation && stateAt(courseOf(invitation), room.clock.now()) === 'open' ? invitation : null
  return { address: who.address, person, member, invitation: member ? null : open }
}

/** Refuses who may not give access on the assets, and names who can. */
async function assertMayGive(
  room: Room,
  manager: EntityManager,
  acting: Acting,
  named: readonly Asset[],
): Promise<void> {
  const facts = await room.facts.aroundAll(named.map(asset => ({ person: acting.live.person, asset: asset.id })))
  const now = room.clock.now()
  const barred = named.find(
    (_asset, index) => !facts[index] || !reachOf(facts[index], now).level.actions.has('access.change'),
  )
  if (!barred) return
  const admins = await adminsOf(manager, acting.id)
  throw new Problem(
    'access.not-yours-to-give',
    `You cannot give or take access on ${barred.name}. ${sayList(
      admins.map(admin => admin.name),
      'or',
    )} can.`,
    { who: admins.map(({ name, address }) => ({ name, address })) },
  )
}

async function assetsById(manager: EntityManager, ids: readonly string[]): Promise<Map<string, Asset>> {
  const found =
    ids.length > 0
      ? await manager.createQueryBuilder(assets, 'asset').where('asset.id IN (:...ids)', { ids }).getMany()
      : []
  return new Map(found.map(asset => [asset.id, asset]))
}
