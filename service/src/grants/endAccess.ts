import { sayGiven, sayList } from '@famiglia/core'
import { In } from 'typeorm'
import type { Change } from '../base/change.ts'
import type { Acting } from '../businesses/acting.ts'
import { between } from '../history/append.ts'
import { endMembership } from '../members/endMembership.ts'
import { proposalItems, proposals } from '../proposals/records.ts'
import { aboutOf, partiesTo, toldOf } from './giveAccess.ts'
import { endedLetter } from './letters.ts'
import type { Falls, PlannedEnd } from './planSentence.ts'
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
      ...partiesTo(acting, who, target),
      what: 'grant.ended',
      sentence:
        grant.businessId === acting.id
          ? `${acting.live.name} ended ${who.name} on ${target.name} (${sayGiven(grant)}).`
          : `${acting.live.name} gave ${target.name} (${sayGiven(grant)}) back to ${who.name}, for ${acting.name}.`,
      ...(target.assetId ? { asset: target.assetId } : {}),
      ...aboutOf(who),
      data: { grant: grant.id, on: target.text },
    })
  }
  if (plan.falls) await endWhatFalls(change, acting, plan, plan.falls)
  if (plan.waiting.length > 0 || (plan.everything && who.kind === 'person' && who.invitation))
    await endWaiting(change, acting, plan)
  const names = [...plan.grants, ...plan.waiting].map(one => one.target.name)
  await tellWhoLost(change, acting, plan, names)
  const what =
    who.kind === 'business'
      ? sayEndedBetween(plan)
      : names.length > 0
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

/** What hung on it is over by evaluation already; its records end in the same moment, so that no list shows it as held. */
async function endWhatFalls(change: Change, acting: Acting, plan: PlannedEnd, falls: Falls): Promise<void> {
  const { who } = plan
  if (who.kind !== 'business') return
  const chains = between(acting, who.partner)
  if (falls.below.length > 0) {
    const below = falls.below.map(grant => grant.id)
    await change.manager.update(grants, { id: In(below) }, { endedAt: change.now, endedBy: acting.live.person })
    await change.record({
      ...chains,
      what: 'grant.fell',
      sentence: `With it fell what hung on it: ${sayFallen(falls)}.`,
      data: { grants: below },
    })
  }
  for (const { id, kind, sent } of falls.proposals) {
    const state = sent ? 'withdrawn' : 'declined'
    await change.manager.update(proposals, { id }, { state, answeredAt: change.now, answeredBy: acting.live.person })
    await change.recallLetters(id)
    await change.record({
      ...chains,
      what: `${kind}.${state}`,
      sentence: `${acting.live.name} ${state === 'withdrawn' ? 'withdrew' : 'declined'} the open ${kind} between ${acting.name} and ${who.name}.`,
      data: { proposal: id },
    })
  }
}

/** `Marisol Engstrom and Dae Whitlock staffed; passed on to Pebblecast Studio`. */
export function sayFallen({ below }: Falls): string {
  const names = (how: 'staffed' | 'passed on') =>
    sayList([...new Set(below.filter(one => one.how === how).map(one => one.to))])
  return [names('staffed') && `${names('staffed')} staffed`, names('passed on') && `passed on to ${names('passed on')}`]
    .filter(Boolean)
    .join('; ')
}

function sayEndedBetween({ who, grants: ended, falls }: PlannedEnd): string {
  const names = sayList([...new Set(ended.map(one => one.target.name))])
  const fell = falls && falls.below.length > 0 ? ` What hung on it is over too: ${sayFallen(falls)}.` : ''
  return `${names ? `what there was between you and ${who.name} on ${names}` : `what waited between you and ${who.name}`}.${fell}`.replace(
    /\.$/,
    '',
  )
}

async function tellWhoLost(change: Change, acting: Acting, plan: PlannedEnd, names: readonly string[]): Promise<void> {
  const { who } = plan
  if (names.length === 0 && !plan.everything) return
  for (const person of await toldOf(change, who))
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
