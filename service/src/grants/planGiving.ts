import {
  beginOf,
  covers,
  endOf,
  levelOf,
  narrow,
  reachOf,
  sayGiven,
  scopeOf,
  type Given,
  type Instant,
  type LetSentence,
  type Level,
  type Purpose,
  type Words,
} from '@famiglia/core'
import { IsNull, type EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { assets, type Asset } from '../assets/records.ts'
import { heldFrom, heldTarget } from '../assets/held.ts'
import { getTargetReached, targetOfAsset, type Target } from '../assets/targets.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { itemsOf, type ProposalItem } from '../proposals/records.ts'
import { findPurpose, getPurpose } from '../purposes/records.ts'
import { tiesOf } from '../ties/records.ts'
import { findAddressee, holderOf, type Addressee } from './addressee.ts'
import { asUnstopped, factsOfGiver } from './mayGive.ts'
import { planItem, type PlannedItem } from './planItem.ts'
import type { PlannedLet, PlannedRecipient } from './planSentence.ts'
import { findGrant, wordsOf, type Grant } from './records.ts'

interface Wanted {
  readonly target: Target
  readonly given: Omit<Given, 'hiding'>
}

/** What `let` comes to, for everybody it names. */
export async function planGiving(
  room: Room,
  manager: EntityManager,
  acting: Acting,
  sentence: LetSentence,
  text: string,
): Promise<PlannedLet> {
  const named: Target[] = []
  for (const what of sentence.on) named.push(await getTargetReached(manager, acting, what))
  const everybody: Addressee[] = []
  for (const who of sentence.who) everybody.push(await findAddressee(room, manager, acting, who))
  assertQuestionsFit(acting, sentence, everybody)
  const byPurpose = sentence.tier === null && sentence.actions.length === 0
  const purpose = sentence.purpose ? await purposeSaid(manager, acting, sentence.purpose, byPurpose) : null
  const scope = purpose ? await scopeOfSentence(manager, acting, purpose, named) : null
  const wanted = byPurpose
    ? await wantedBy(manager, purpose!, scope!, acting)
    : named.map(target => ({ target, given: sentence }))
  if (wanted.some(({ target }) => target.bundleId && !target.held))
    requireStanding(acting, 'arrange-assets', 'Giving a bundle, which can take in more later,')
  const levels = await levelsToGive(
    room,
    manager,
    acting,
    wanted.map(({ target }) => target),
  )
  const now = room.clock.now()
  const recipients: PlannedRecipient[] = []
  for (const who of everybody) {
    const pending = await pendingItems(manager, who)
    const items = new Map<string, PlannedItem>()
    for (const { target, given } of wanted) {
      const words = wordsSaid(sentence, given, acting.zone)
      const current = await currentOf(manager, acting, who, target, pending, words, now)
      const giving = {
        levelOn: (asset: Asset) => levels.get(asset.id)!,
        upstream: target.held ? upstreamFor(acting, who, target, words) : null,
        ceilingOf: target.held ? acting.name : null,
      }
      const item = planItem(target, words, current, giving, now)
      items.set(target.id, who.kind === 'business' ? withPassingOn(item, sentence) : item)
    }
    if (who.kind === 'business') assertGivingSaid(who.name, sentence, [...items.values()])
    recipients.push({ who, items: [...items.values()] })
  }
  return { verb: 'let', sentence, text, recipients, purpose, scope }
}

/** Whether it may be passed on is part of what a partner holds: said anew it is a change too. */
function withPassingOn(item: PlannedItem, { mayPassOn }: LetSentence): PlannedItem {
  const { grant, change } = item
  if (!grant || grant.mayPassOn === mayPassOn) return item
  if (mayPassOn) return { ...item, change: 'changed' }
  return change === 'same' ? { ...item, change: 'lowered' } : item
}

function assertQuestionsFit(acting: Acting, sentence: LetSentence, everybody: readonly Addressee[]): void {
  const toBusiness = everybody.some(who => who.kind === 'business')
  if (toBusiness) requireStanding(acting, 'deal-with-partners', 'Giving access to another business')
  const said = [sentence.mayGiveAccess ? 'may give access' : '', sentence.mayPassOn ? 'may pass on' : ''].filter(
    Boolean,
  )
  if (said.length > 0 && !everybody.every(who => who.kind === 'business'))
    throw new Problem(
      'request.invalid',
      `“${said[0]!}” is said of a business; people and teams give access when they are stewards.`,
      { pointer: '/sentence' },
    )
}

/** That a partner may give access by what it gets is a question of its own: a tier that holds it does not answer it. */
function assertGivingSaid(name: string, { mayGiveAccess }: LetSentence, items: readonly PlannedItem[]): void {
  const giving = items.find(item => item.parts.some(({ plan }) => plan.level.actions.has('access.change')))
  if (!giving || mayGiveAccess) return
  throw new Problem(
    'offer.question-open',
    `To give ${sayGiven(giving.words)} on ${giving.target.name} would let those whom ${name} puts on it give access themselves. That is a question of its own: add “may give access” if you want it, or say run.`,
    { pointer: '/sentence' },
  )
}

async function pendingItems(manager: EntityManager, who: Addressee): Promise<ProposalItem[]> {
  const open = who.kind === 'person' ? who.invitation : who.kind === 'business' ? who.offer : null
  return open ? itemsOf(manager, open.id) : []
}

/**
 * The most that can be given on each asset: on own ones the acting person's level, after refusing who may not give; on
 * those that another business owns the ceiling, which its admins put people beneath, and its stewards up to their own.
 */
async function levelsToGive(
  room: Room,
  manager: EntityManager,
  acting: Acting,
  targets: readonly Target[],
): Promise<Map<string, Level>> {
  const now = room.clock.now()
  const own = onceEach(targets.filter(target => !target.held))
  const held = onceEach(targets.filter(target => target.held))
  const facts = await factsOfGiver(room, manager, acting, own)
  const ceilings = await room.facts.aroundPartners(held.map(asset => ({ business: acting.id, asset: asset.id })))
  const stewards = acting.standing === 'admin' ? null : await factsOfGiver(room, manager, acting, held)
  return new Map([
    ...own.map(asset => [asset.id, reachOf(facts.get(asset.id)!, now).level] as const),
    ...held.map((asset, index) => {
      const ceiling = reachOf(asUnstopped(ceilings[index]!), now).level
      return [asset.id, stewards ? narrow(ceiling, reachOf(stewards.get(asset.id)!, now).level) : ceiling] as const
    }),
  ])
}

function onceEach(targets: readonly Target[]): Asset[] {
  return [...new Map(targets.flatMap(target => target.assets).map(asset => [asset.id, asset])).values()]
}

/** The grant to pass on: the first that covers what is said. To a further business only one that says it may be. */
function upstreamFor(acting: Acting, who: Addressee, target: Target, words: Words): Grant {
  const { grants } = target.held!
  const usable = who.kind === 'business' ? grants.filter(grant => grant.mayPassOn && !grant.upstreamId) : grants
  if (usable.length === 0)
    throw new Problem(
      'grant.may-not-pass-on',
      `${target.name} was given to ${acting.name} for its own people: it may not be passed on to a further business. Ask its owner to give it to ${who.name}.`,
    )
  const coversAll = (grant: Grant) =>
    target.assets.every(asset => covers(levelOf(asset.kind, grant), levelOf(asset.kind, words)))
  return usable.find(coversAll) ?? usable[0]!
}

async function purposeSaid(
  manager: EntityManager,
  acting: Acting,
  name: string,
  isTheGiving: boolean,
): Promise<Purpose | null> {
  return isTheGiving ? getPurpose(manager, acting, name) : findPurpose(manager, acting.id, name)
}

/** What a purpose takes of the business's own assets, or of those that one other owner gave it. */
async function scopeOfSentence(
  manager: EntityManager,
  acting: Acting,
  purpose: Purpose,
  named: readonly Target[],
): Promise<NonNullable<PlannedLet['scope']>> {
  const of = named.flatMap(target => target.assets)
  const owners = new Set(of.map(asset => asset.businessId))
  const owner = [...owners][0]
  if (owners.size > 1)
    throw new Problem(
      'request.invalid',
      'A purpose is worked out for the assets of one business at a time: say one sentence for each owner’s.',
      { pointer: '/sentence' },
    )
  if (!owner || owner === acting.id) return scopeForPurpose(manager, acting, purpose, of)
  const all = await heldFrom(manager, acting.id, owner)
  const inside = (asset: Asset) => ({ ...asset, inside: asset.insideId })
  return scopeOf(purpose, of.map(inside), all.map(inside), await tiesOf(manager, owner))
}

/** Which of the business's assets a purpose takes, beginning from the named ones. */
export async function scopeForPurpose(
  manager: EntityManager,
  business: Pick<Acting, 'id'>,
  purpose: Purpose,
  named: readonly Asset[],
) {
  const all = await assetsInScope(manager, business)
  const ties = await tiesOf(manager, business.id)
  return scopeOf(
    purpose,
    named.map(asset => ({ ...asset, inside: asset.insideId })),
    all,
    ties,
  )
}

/** All that purposes can take from: what the business owns and has not archived. */
export async function assetsInScope(
  manager: EntityManager,
  business: Pick<Acting, 'id'>,
): Promise<(Asset & { inside: string | null })[]> {
  const all = await manager.find(assets, {
    where: { businessId: business.id, archivedAt: IsNull() },
    order: { name: 'ASC' },
    take: 2_000,
  })
  return all.map(asset => ({ ...asset, inside: asset.insideId }))
}

async function wantedBy(
  manager: EntityManager,
  purpose: Purpose,
  scope: NonNullable<PlannedLet['scope']>,
  acting: Acting,
): Promise<Wanted[]> {
  const wanted: Wanted[] = []
  for (const { asset, given } of scope.items) {
    const target = asset.businessId === acting.id ? targetOfAsset(asset) : await heldTarget(manager, acting.id, asset)
    wanted.push({ target, given })
  }
  if (wanted.length > 0) return wanted
  throw new Problem(
    'purpose.nothing-for-it',
    `${acting.name} has nothing that “${purpose.name}” takes. Bring in an asset first, or name one.`,
  )
}

function wordsSaid(sentence: LetSentence, given: Omit<Given, 'hiding'>, zone: string): Words {
  return {
    tier: given.tier,
    actions: given.actions,
    hiding: sentence.hiding,
    from: sentence.from ? beginOf(sentence.from, zone) : null,
    until: sentence.until ? endOf(sentence.until, zone) : null,
  }
}

/** What the holder has on the target by now, or waits for. */
async function currentOf(
  manager: EntityManager,
  acting: Acting,
  who: Addressee,
  target: Target,
  pending: readonly ProposalItem[],
  words: Words,
  now: Instant,
): Promise<{ words: Words; grant: Grant | null } | null> {
  const holder = holderOf(who)
  const grant = holder ? await findGrant(manager, acting.id, target.id, holder) : null
  if (grant) return { words: asSaidAgain(grant, words, now), grant }
  const waiting = pending.find(item => item.targetId === target.id)
  return waiting ? { words: waiting, grant: null } : null
}

/** A grant that has begun and is said again without `from` begins where it began. */
function asSaidAgain(grant: Grant, words: Words, now: Instant): Words {
  const begun = grant.from.epochMilliseconds <= now.epochMilliseconds
  return { ...wordsOf(grant), from: words.from === null && begun ? null : grant.from }
}
