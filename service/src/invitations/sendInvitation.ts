import { sayEnd, type Standing } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Acting } from '../businesses/acting.ts'
import { insideOf } from '../grants/inside.ts'
import { sayAll, sayTarget } from '../grants/tellThings.ts'
import { gatherProposal } from '../proposals/gather.ts'
import { registerOf, type ProposedThing } from '../proposals/kind.ts'
import { changeProposal, openProposal, putItem, type Proposal } from '../proposals/queries.ts'
import { invitation, standingIn } from './kind.ts'
import { invitationLetter } from './letters.ts'
import { keepStanding } from './records.ts'

export interface Inviting {
  readonly address: string
  /** Whether the address has a sign-in already. */
  readonly known: boolean
  /** The open invitation to the address: then it is changed instead of sending a second. */
  readonly open: Proposal | null
  readonly things: readonly Omit<ProposedThing, 'item'>[]
  /** What was said, as written, for the history. */
  readonly text: string
  readonly note: string | null
  /** The standing to join with; null leaves an open invitation's as it is. */
  readonly standing: Standing | null
  /** Seconds the letter waits, so that an invitation withdrawn at once was never sent. */
  readonly letterWaits: number
}

export interface Invited {
  readonly result: string
  readonly outcome: 'invited' | 'invitation changed'
  readonly grants: readonly string[]
  readonly proposal: string
}

/** Invites somebody who is no member yet, or changes the invitation that is open. Its letter tells the whole, as it stands. */
export async function sendInvitation(change: Change, acting: Acting, inviting: Inviting): Promise<Invited> {
  const { open, note } = inviting
  const proposal = open ?? (await addInvitation(change, acting, inviting))
  if (open && note && note !== open.note) await changeProposal(change, open.id, { note })
  const before = open ? standingIn(await readParts(change, open)) : null
  const standing = inviting.standing ?? before ?? 'member'
  if (standing !== before) await keepStanding(change, proposal.id, standing)
  for (const thing of inviting.things) await inviteTo(change, acting, proposal, thing, inviting, standing)
  if (inviting.things.length === 0)
    change.record({
      chain: acting.id,
      what: open ? 'invitation.changed' : 'invitation.sent',
      sentence: `${acting.live.name} invited ${proposal.toAddress} as ${standing}${open ? '' : ', on no asset yet'}.`,
      data: { proposal: proposal.id, standing },
    })
  await sendLetter(change, acting, proposal, inviting, standing)
  return {
    result: sayResult(acting, proposal, inviting, standing),
    outcome: open ? 'invitation changed' : 'invited',
    grants: [],
    proposal: proposal.id,
  }
}

async function sendLetter(
  change: Change,
  acting: Acting,
  proposal: Proposal,
  { open, known, things, letterWaits }: Inviting,
  standing: Standing,
): Promise<void> {
  const neverLeft = open ? (await change.recallLetters(proposal.id)) > 0 : true
  const whole = await readParts(change, proposal)
  const told = things.length > 0 ? sayAll(things, acting.zone) : `you join as ${standing}`
  await change.mail(
    invitationLetter(acting, {
      known,
      proposal: whole.proposal,
      things: whole.things,
      inside: await insideOf(change.manager, whole.things),
      standing,
      changes: neverLeft ? null : told,
    }),
    { proposal: proposal.id, notBefore: change.now.add({ seconds: letterWaits }) },
  )
}

const own = registerOf([invitation])

async function readParts(change: Change, proposal: Proposal) {
  return gatherProposal(change.manager, own, proposal)
}

function sayResult(acting: Acting, proposal: Proposal, { things, open }: Inviting, standing: Standing): string {
  const said = things.length > 0 ? sayAll(things, acting.zone) : `${standing} of ${acting.name}, on no asset yet`
  const until = sayEnd(proposal.lapsesAt, acting.zone)
  return open
    ? `The open invitation to ${proposal.toAddress} now says: ${said}. It stays open until ${until}.`
    : `Sent to ${proposal.toAddress}: ${said}. It waits for an answer until ${until}; you can withdraw it until then.`
}

async function inviteTo(
  change: Change,
  acting: Acting,
  proposal: Proposal,
  thing: Omit<ProposedThing, 'item'>,
  { text, open }: Inviting,
  standing: Standing,
): Promise<void> {
  await putItem(change, proposal.id, thing)
  const { target, terms, purpose } = thing
  const verb = open ? 'changed the invitation of' : 'invited'
  const as = standing === 'member' ? '' : `, as ${standing}`
  change.record({
    chain: acting.id,
    what: open ? 'invitation.changed' : 'invitation.sent',
    sentence: `${acting.live.name} ${verb} ${proposal.toAddress}${as}: ${sayTarget(target, terms, acting.zone, purpose)}.`,
    ...(target.assetId ? { asset: target.assetId } : {}),
    data: { proposal: proposal.id, sentence: text },
  })
}

async function addInvitation(change: Change, acting: Acting, { address, note }: Inviting): Promise<Proposal> {
  return openProposal(change, {
    kind: 'invitation',
    businessId: acting.id,
    toAddress: address,
    note,
    sentBy: acting.live.person,
    days: acting.proposalDays,
    zone: acting.zone,
  })
}
