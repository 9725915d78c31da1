import {
  beginOf,
  endOf,
  reachOf,
  scopeOf,
  type Given,
  type Instant,
  type LetSentence,
  type Purpose,
  type Words,
} from '@famiglia/core'
import { IsNull, type EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { assets, type Asset } from '../assets/records.ts'
import { getTarget, targetOfAsset, type Target } from '../assets/targets.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { itemsOf, type ProposalItem } from '../proposals/records.ts'
import { findPurpose, getPurpose } from '../purposes/records.ts'
import { tiesOf } from '../ties/records.ts'
import { findAddressee, holderOf, type Addressee } from './addressee.ts'
import { factsOfGiver } from './mayGive.ts'
import { planItem } from './planItem.ts'
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
  for (const what of sentence.on) named.push(await getTarget(manager, acting, what))
  const everybody: Addressee[] = []
  for (const who of sentence.who) everybody.push(await findAddressee(room, manager, acting, who))
  const byPurpose = sentence.tier === null && sentence.actions.length === 0
  const purpose = sentence.purpose ? await purposeSaid(manager, acting, sentence.purpose, byPurpose) : null
  const scope = purpose
    ? await scopeForPurpose(
        manager,
        acting,
        purpose,
        named.flatMap(target => target.assets),
      )
    : null
  const wanted = byPurpose ? wantedBy(purpose!, scope!, acting) : named.map(target => ({ target, given: sentence }))
  if (wanted.some(({ target }) => target.bundleId))
    requireStanding(acting, 'arrange-assets', 'Giving a bundle, which can take in more later,')
  const touched = [...new Map(wanted.flatMap(({ target }) => target.assets).map(asset => [asset.id, asset])).values()]
  const facts = await factsOfGiver(room, manager, acting, touched)
  const now = room.clock.now()
  const levelOn = (asset: Asset) => reachOf(facts.get(asset.id)!, now).level
  const recipients: PlannedRecipient[] = []
  for (const who of everybody) {
    const pending = who.kind === 'person' && who.invitation ? await itemsOf(manager, who.invitation.id) : []
    const items = new Map<string, ReturnType<typeof planItem>>()
    for (const { target, given } of wanted) {
      const words = wordsSaid(sentence, given, acting.zone)
      const current = await currentOf(manager, acting, who, target, pending, words, now)
      items.set(target.id, planItem(target, words, current, levelOn, now))
    }
    recipients.push({ who, items: [...items.values()] })
  }
  return { verb: 'let', sentence, text, recipients, purpose, scope }
}

async function purposeSaid(
  manager: EntityManager,
  acting: Acting,
  name: string,
  isTheGiving: boolean,
): Promise<Purpose | null> {
  return isTheGiving ? getPurpose(manager, acting, name) : findPurpose(manager, acting.id, name)
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

function wantedBy(purpose: Purpose, scope: NonNullable<PlannedLet['scope']>, acting: Acting): Wanted[] {
  if (scope.items.length > 0) return scope.items.map(({ asset, given }) => ({ target: targetOfAsset(asset), given }))
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
