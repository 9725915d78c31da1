import { sayCount, standingTakesProof, type Sentence, type Standing } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { Letter } from '../base/letter.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { actorOf } from '../base/session.ts'
import { requireForAdmins } from '../admins/tellAdmins.ts'
import { assertOneIsEnough } from '../admins/twoApprovals.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { splitByYes } from '../grants/splitByYes.ts'
import { sendInvitation } from '../invitations/sendInvitation.ts'
import { sendOffer } from '../offers/sendOffer.ts'
import { lookUpNamed } from '../partners/lookUp.ts'
import { assertSure } from './doubts.ts'
import { endAccess, type WhyEnded } from './endAccess.ts'
import { giveSaid } from './giveSaid.ts'
import { planSentence } from './planSentence.ts'
import { readSentence, type PlannedLet, type PlannedRecipient } from './planned.ts'
import type { Said } from './said.ts'
import { isNewPerson, takesFreshProof } from './takesYes.ts'

export interface Saying extends WhyEnded {
  /** The standing that somebody who is invited by it joins with; null leaves an open invitation's as it is. */
  readonly standing: Standing | null
  /** Whether what is asked about whom it goes to was read. */
  readonly sure: boolean
}

/** Carries a sentence out. `proof.needed` when it takes a fresh proof and the last one is older than ten minutes. */
export function saySentence(kit: Kit) {
  return async (acting: Acting, text: string, saying: Saying, once: Once | null): Promise<Said> => {
    const sentence = readSentence(kit, acting, text)
    await lookUpNamed(kit, acting, sentence)
    return changeFor(kit, acting, change => saySentenceIn(kit, change, acting, sentence, saying), once)
  }
}

/** The letters that a sentence would send, word for word; nothing is sent or changed. */
export function lettersToBe(kit: Kit) {
  return async (acting: Acting, text: string, saying: Saying): Promise<readonly Letter[]> => {
    const sentence = readSentence(kit, acting, text)
    await lookUpNamed(kit, acting, sentence)
    return kit.rehearse(actorOf(acting.live), change => saySentenceIn(kit, change, acting, sentence, saying))
  }
}

/** The same within a change that is under way, as when somebody is offboarded. */
export async function saySentenceIn(
  kit: Kit,
  change: Change,
  acting: Acting,
  sentence: Sentence,
  { note, tellNote, standing, sure }: Saying,
): Promise<Said> {
  const plan = await planSentence(kit, change.manager, acting, sentence)
  if (plan.verb === 'end') return endAccess(kit, change, acting, plan, { note, tellNote })
  assertStandingFits(acting, plan, standing)
  await assertSure(change.manager, acting, plan, sure)
  if (standing === 'admin') {
    requireForAdmins(change, null, 'Inviting somebody as an admin', note)
    await assertOneIsEnough(change, acting, null)
  }
  if (takesFreshProof(plan) || standingTakesProof(standing ?? 'member'))
    change.requireFreshProof(proofReason(plan, standing))
  const outcomes: Omit<Said, 'sentence'>[] = []
  for (const recipient of plan.recipients)
    outcomes.push(...(await giveTo(kit, change, acting, plan, recipient, { note, standing })))
  return { sentence: plan.text, ...together(outcomes) }
}

async function giveTo(
  kit: Kit,
  change: Change,
  acting: Acting,
  plan: PlannedLet,
  recipient: PlannedRecipient,
  { note, standing }: Pick<Saying, 'note' | 'standing'>,
): Promise<Omit<Said, 'sentence'>[]> {
  const { who, things, remains } = recipient
  const common = { text: plan.text, note, letterWaits: kit.config.FAMIGLIA_LETTER_WAITS_SECONDS }
  if (who.kind === 'person' && !who.member) {
    const { address, person, invitation: open } = who
    const inviting = { address, known: person !== null, open, things, standing, ...common }
    return [await sendInvitation(change, acting, inviting)]
  }
  if (who.kind !== 'business' || who.partner.offersAtOnce)
    return [await giveSaid(change, acting, plan, recipient, note)]
  const { atOnce, offered } = splitByYes(things)
  const outcomes: Omit<Said, 'sentence'>[] = []
  if (atOnce.length > 0) outcomes.push(await giveSaid(change, acting, plan, { who, things: atOnce, remains }, note))
  if (offered.length > 0)
    outcomes.push(await sendOffer(change, acting, { to: who.partner, open: who.offer, things: offered, ...common }))
  return outcomes
}

function together(outcomes: readonly Omit<Said, 'sentence'>[]): Omit<Said, 'sentence'> {
  return {
    result: outcomes.map(one => one.result).join(' '),
    outcome: outcomes.find(one => one.outcome !== 'same')?.outcome ?? 'same',
    grants: outcomes.flatMap(one => one.grants),
    proposal: outcomes.find(one => one.proposal)?.proposal ?? null,
  }
}

function assertStandingFits(acting: Acting, plan: PlannedLet, standing: Standing | null): void {
  if (standing === null) return
  const known = plan.recipients.find(recipient => !isNewPerson(recipient))
  if (standing !== 'member') requireStanding(acting, 'arrange-people', `Inviting somebody as ${standing}`)
  if (known && standing !== 'member')
    throw new Problem(
      'request.invalid',
      `${known.who.name} is here already: their standing is changed by “standing … ${standing}”.`,
      { pointer: '/standing' },
    )
}

function proofReason(plan: PlannedLet, standing: Standing | null): string {
  if (standing !== null && standing !== 'member')
    return `Inviting somebody as ${standing} needs you to confirm it’s you.`
  if (plan.recipients.some(({ who }) => who.kind === 'business'))
    return 'Giving something to another business needs you to confirm it’s you.'
  const strangers = plan.recipients.filter(isNewPerson).length
  return strangers > 0
    ? `This lets ${sayCount(strangers, 'new person', 'new people')} in who can then act, so it needs you to confirm it’s you.`
    : 'This raises what somebody can do, so it needs you to confirm it’s you.'
}
