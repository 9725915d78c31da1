import { sayGiven, sayList } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Acting } from '../businesses/acting.ts'
import { endMembership } from '../members/endMembership.ts'
import { proposalItems, proposals } from '../proposals/records.ts'
import { aboutOf } from './giveAccess.ts'
import { endedLetter } from './letters.ts'
import type { PlannedEnd } from './planSentence.ts'
import { grants } from './records.ts'
import type { Said } from './saySentence.ts'

/** Ends grants, what an open invitation would give, and where the sentence names no asset the membership too. */
export async function endAccess(change: Change, acting: Acting, plan: PlannedEnd): Promise<Said> {
  const { who } = plan
  const isMember = who.kind === 'person' && who.member
  if (plan.everything && isMember) await endMembership(change, acting, who.person!)
  for (const { grant, target } of plan.grants) {
    await change.manager.update(grants, { id: grant.id }, { endedAt: change.now, endedBy: acting.live.person })
    await change.record({
      chain: acting.id,
      what: 'grant.ended',
      sentence: `${acting.live.name} ended ${who.name} on ${target.name} (${sayGiven(grant)}).`,
      ...(target.assetId ? { asset: target.assetId } : {}),
      ...aboutOf(who),
      data: { grant: grant.id, on: target.text },
    })
  }
  if (plan.waiting.length > 0 || (plan.everything && who.kind === 'person' && who.invitation))
    await endWaiting(change, acting, plan)
  const names = [...plan.grants, ...plan.waiting].map(one => one.target.name)
  await tellWhoLost(change, acting, plan, names)
  const what =
    names.length > 0
      ? `${who.name} no longer reaches ${sayList(names)} by a grant of their own`
      : `${who.name} had no grant of their own`
  if (change.entries === 0)
    await change.record({
      chain: acting.id,
      what: 'grant.repeated',
      sentence: `${acting.live.name} said: ${plan.text}. There was nothing to end.`,
    })
  return {
    sentence: plan.text,
    result: `Ended: ${what}${plan.everything && isMember ? `, and is no longer a member of ${acting.name}` : ''}.`,
    outcome: 'ended',
    grants: plan.grants.map(({ grant }) => grant.id),
    proposal: who.kind === 'person' ? (who.invitation?.id ?? null) : null,
  }
}

async function tellWhoLost(change: Change, acting: Acting, plan: PlannedEnd, names: readonly string[]): Promise<void> {
  const { who } = plan
  const told = who.kind === 'team' ? who.members : who.member ? [who.person!] : []
  if (names.length === 0 && !plan.everything) return
  for (const person of told)
    if (person.id !== acting.live.person)
      await change.mail(endedLetter(acting, person, names, plan.everything && who.kind === 'person'))
}

async function endWaiting(change: Change, acting: Acting, plan: PlannedEnd): Promise<void> {
  const proposal = plan.who.kind === 'person' ? plan.who.invitation! : null
  if (!proposal) return
  for (const { item, target } of plan.waiting) {
    await change.manager.delete(proposalItems, { proposalId: item.proposalId, targetId: item.targetId! })
    await change.record({
      chain: acting.id,
      what: 'invitation.changed',
      sentence: `${acting.live.name} took ${target.name} out of the invitation to ${proposal.toAddress}.`,
      ...(target.assetId ? { asset: target.assetId } : {}),
      data: { proposal: proposal.id },
    })
  }
  const left = await change.manager.countBy(proposalItems, { proposalId: proposal.id })
  if (left > 0 && !plan.everything) return
  await change.manager.update(
    proposals,
    { id: proposal.id },
    { state: 'withdrawn', answeredAt: change.now, answeredBy: acting.live.person },
  )
  await change.recallLetters(proposal.id)
  await change.record({
    chain: acting.id,
    what: 'invitation.withdrawn',
    sentence: `${acting.live.name} withdrew the invitation to ${proposal.toAddress}: nothing was left in it.`,
    data: { proposal: proposal.id },
  })
}
