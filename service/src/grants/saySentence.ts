import { sayCount, type Standing } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { sendInvitation } from '../proposals/sendInvitation.ts'
import type { PersonAddressed } from './addressee.ts'
import { endAccess } from './endAccess.ts'
import { giveAccess } from './giveAccess.ts'
import { planSentence, type PlannedLet, type PlannedRecipient, type PlannedSentence } from './planSentence.ts'

export interface Said {
  readonly sentence: string
  /** What came of it, as a sentence. */
  readonly result: string
  readonly outcome: 'given' | 'changed' | 'same' | 'invited' | 'invitation changed' | 'ended'
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
  return async (acting: Acting, saying: Saying, once: Once | null): Promise<Said> =>
    room.change(
      actorOf(acting.live),
      { businesses: [acting.id] },
      change => saySentenceIn(room, change, acting, saying),
      once,
    )
}

/** The same within a change that is under way, as when an ask is granted. */
export async function saySentenceIn(
  room: Room,
  change: Change,
  acting: Acting,
  { sentence, note, standing }: Saying,
  proposal: string | null = null,
): Promise<Said> {
  const plan = await planSentence(room, change.manager, acting, sentence)
  if (plan.verb === 'end') return endAccess(change, acting, plan)
  assertStandingFits(acting, plan, standing)
  if (takesFreshProof(plan) || standing !== 'member') change.requireFreshProof(proofReason(plan, standing))
  const outcomes: Omit<Said, 'sentence'>[] = []
  for (const recipient of plan.recipients)
    outcomes.push(
      isNewPerson(recipient)
        ? await sendInvitation(change, acting, {
            who: recipient.who as PersonAddressed,
            items: recipient.items,
            text: plan.text,
            purpose: plan.purpose?.name ?? plan.sentence.purpose,
            note,
            standing,
            letterWaits: room.config.FAMIGLIA_LETTER_WAITS_SECONDS,
          })
        : await giveAccess(change, acting, plan, recipient, proposal),
    )
  return { sentence: plan.text, ...together(outcomes) }
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
  return plan.verb === 'let' && plan.recipients.some(({ items }) => items.some(item => item.takesProof))
}

function proofReason(plan: PlannedLet, standing: Standing): string {
  if (standing !== 'member') return `Inviting somebody as ${standing} takes a fresh proof.`
  const strangers = plan.recipients.filter(isNewPerson).length
  return strangers > 0
    ? `This lets ${sayCount(strangers, 'new person', 'new people')} in who can then act, so it takes a fresh proof.`
    : 'This raises what somebody can do, so it takes a fresh proof.'
}
