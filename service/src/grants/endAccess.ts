import { leavesAnAdmin, sayGiven, sayList } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf, memberships } from '../businesses/records.ts'
import { proposalItems, proposals } from '../proposals/records.ts'
import { endedLetter } from './letters.ts'
import type { PlannedEnd } from './planSentence.ts'
import { grants } from './records.ts'
import type { Said } from './saySentence.ts'

/** Ends grants, what an open invitation would give, and where the sentence names no asset the membership too. */
export async function endAccess(change: Change, acting: Acting, plan: PlannedEnd): Promise<Said> {
  const { who } = plan
  const name = who.person?.name ?? who.address
  if (plan.everything && who.member) await endMembership(change, acting, who.person!)
  for (const { grant, asset } of plan.grants) {
    await change.manager.update(grants, { id: grant.id }, { endedAt: change.now, endedBy: acting.live.person })
    await change.record({
      chain: acting.id,
      what: 'grant.ended',
      sentence: `${acting.live.name} ended ${name} on ${asset.name} (${sayGiven(grant)}).`,
      asset: asset.id,
      about: who.person!.id,
      data: { grant: grant.id },
    })
  }
  if (plan.waiting.length > 0) await endWaiting(change, acting, plan)
  const names = [...plan.grants, ...plan.waiting].map(one => one.asset.name)
  if (who.member) await change.mail(endedLetter(acting, who.person!, names, plan.everything))
  const what =
    names.length > 0
      ? `${name} no longer reaches ${sayList(names)} by a grant of their own`
      : `${name} had no grant of their own`
  return {
    sentence: plan.text,
    result: `Ended: ${what}${plan.everything && who.member ? `, and is no longer a member of ${acting.name}` : ''}.`,
    outcome: 'ended',
    grants: plan.grants.map(({ grant }) => grant.id),
    proposal: who.invitation?.id ?? null,
  }
}

/** The last admin cannot go: asked under the lock on the business, so that of two who leave at once one stays. */
async function endMembership(change: Change, acting: Acting, person: { id: string; name: string }): Promise<void> {
  const membership = await change.manager.findOneByOrFail(memberships, { businessId: acting.id, personId: person.id })
  if (membership.standing === 'admin') {
    const admins = await adminsOf(change.manager, acting.id)
    if (
      !leavesAnAdmin(
        admins.map(admin => admin.id),
        person.id,
      )
    )
      throw new Problem(
        'business.last-admin',
        `${person.name} is the only admin of ${acting.name}. Make somebody else an admin first; a business is never left without one.`,
      )
    change.requireFreshProof('Ending an admin takes a fresh proof.')
  }
  await change.manager.delete(memberships, { businessId: acting.id, personId: person.id })
  await change.record({
    chain: acting.id,
    what: 'membership.ended',
    sentence: `${acting.live.name} ended ${person.name} at ${acting.name}.`,
    about: person.id,
    data: { standing: membership.standing },
  })
}

async function endWaiting(change: Change, acting: Acting, plan: PlannedEnd): Promise<void> {
  const proposal = plan.who.invitation!
  for (const { item, asset } of plan.waiting) {
    await change.manager.delete(proposalItems, { proposalId: item.proposalId, assetId: item.assetId })
    await change.record({
      chain: acting.id,
      what: 'invitation.changed',
      sentence: `${acting.live.name} took ${asset.name} out of the invitation to ${proposal.toAddress}.`,
      asset: asset.id,
      data: { proposal: proposal.id },
    })
  }
  const left = await change.manager.countBy(proposalItems, { proposalId: proposal.id })
  if (left > 0) return
  await change.manager.update(
    proposals,
    { id: proposal.id },
    { state: 'withdrawn', answeredAt: change.now, answeredBy: acting.live.person },
  )
  await change.record({
    chain: acting.id,
    what: 'invitation.withdrawn',
    sentence: `${acting.live.name} withdrew the invitation to ${proposal.toAddress}: nothing was left in it.`,
    data: { proposal: proposal.id },
  })
}
