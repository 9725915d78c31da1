import { sayCount, type Standing } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { sendInvitation } from '../proposals/sendInvitation.ts'
import { sendOffer } from '../offers/sendOffer.ts'
import { lookUpNamed } from '../partners/lookUp.ts'
import { endAccess } from './endAccess.ts'
import { giveAccess } from './giveAccess.ts'
import { partiesOf } from './parties.ts'
import { splitByYes } from './splitByYes.ts'
import { planSentence, type PlannedLet, type PlannedRecipient, type PlannedSentence } from './planSentence.ts'

export interface Said {
  readonly sentence: string
  /** What came of it, as a sentence. */
  readonly result: string
  readonly outcome: 'given' | 'changed' | 'same' | 'invited' | 'invitation changed' | 'offered' | 'ended'
  readonly grants: readonly string[]
  readonly proposal: string | null
}

export interface Saying {
  readonly sentence: string
  readonly note: string | null
  /** The standing that somebody who is invited by it joins with. */
  readonly standing: Standing
}

/** Carries a sentence out. `proof.needed` when it takes a fresh proof and the last one is older than ten minutes. */
export function saySentence(room: Room) {
  return async (acting: Acting, saying: Saying, once: Once | null): Promise<Said> => {
    await lookUpNamed(room, acting, saying.sentence)
    const parties = await partiesOf(room, acting, saying.sentence)
    return room.change(
      actorOf(acting.live),
      { businesses: [acting.id, ...parties] },
      change => saySentenceIn(room, change, acting, saying),
      once,
    )
  }
}

/** The same within a change that is under way, as when an ask is granted. */
export async function saySentenceIn(
  room: Room,
  change: Change,
  acting: Acting,
  { sentence, note, standing }: Saying,
  /** The ask it grants: then who asked has said yes already. */
  granting: string | null = null,
): Promise<Said> {
  const plan = await planSentence(room, change.manager, acting, sentence)
  if (plan.verb === 'end') return endAccess(change, acting, plan)
  assertStandingFits(acting, plan, standing)
  if (takesFreshProof(plan) || standing !== 'member') change.requireFreshProof(proofReason(plan, standing))
  const outcomes: Omit<Said, 'sentence'>[] = []
  for (const recipient of plan.recipients)
    outcomes.push(...(await giveTo(room, change, acting, plan, recipient, { note, standing, granting })))
  return { sentence: plan.text, ...together(outcomes) }
}

async function giveTo(
  room: Room,
  change: Change,
  acting: Acting,
  plan: PlannedLet,
  recipient: PlannedRecipient,
  { note, standing, granting }: { note: string | null; standing: Standing; granting: string | null },
): Promise<Omit<Said, 'sentence'>[]> {
  const { who, items } = recipient
  const letterWaits = room.config.FAMIGLIA_LETTER_WAITS_SECONDS
  const purpose = plan.purpose?.name ?? plan.sentence.purpose
  if (who.kind === 'person' && !who.member)
    return [await sendInvitation(change, acting, { who, items, text: plan.text, purpose, note, standing, letterWaits })]
  if (who.kind !== 'business' || granting) return [await giveAccess(change, acting, plan, recipient, granting)]
  const { atOnce, offered } = splitByYes(items)
  return [
    ...(atOnce.length > 0 ? [await giveAccess(change, acting, plan, { who, items: atOnce }, null)] : []),
    ...(offered.length > 0
      ? [await sendOffer(room, change, acting, { who, items: offered, plan, purpose, note, letterWaits })]
      : []),
  ]
}

function together(outcomes: readonly Omit<Said, 'sentence'>[]): Omit<Said, 'sentence'> {
  return {
    result: outcomes.map(one => one.result).join(' '),
    outcome: outcomes.find(one => one.outcome !== 'same')?.outcome ?? 'same',
    grants: outcomes.flatMap(one => one.grants),
    proposal: outcomes.find(one => one.proposal)?.proposal ?? null,
  }
}

function assertStandingFits(acting: Acting, plan: PlannedLet, standing: Standing): void {
  if (standing === 'member') return
  requireStanding(acting, 'arrange-people', `Inviting somebody as ${standing}`)
  const known = plan.recipients.find(recipient => !isNewPerson(recipient))
  if (known)
    throw new Problem(
      'request.invalid',
      `${known.who.name} is here already: their standing is changed by “standing … ${standing}”.`,
      { pointer: '/standing' },
    )
}

export function isNewPerson({ who }: Pick<PlannedRecipient, 'who'>): boolean {
  return who.kind === 'person' && !who.member
}

/** Stopping is quick: only ending an admin takes a proof, which is asked where their standing is known. */
export function takesFreshProof(plan: PlannedSentence): boolean {
  return (
    plan.verb === 'let' &&
    plan.recipients.some(({ who, items }) =>
      who.kind === 'business' ? splitByYes(items).offered.length > 0 : items.some(item => item.takesProof),
    )
  )
}

function proofReason(plan: PlannedLet, standing: Standing): string {
  if (standing !== 'member') return `Inviting somebody as ${standing} takes a fresh proof.`
  if (plan.recipients.some(({ who }) => who.kind === 'business'))
    return 'Giving something to another business takes a fresh proof.'
  const strangers = plan.recipients.filter(isNewPerson).length
  return strangers > 0
    ? `This lets ${sayCount(strangers, 'new person', 'new people')} in who can then act, so it takes a fresh proof.`
    : 'This raises what somebody can do, so it takes a fresh proof.'
}
