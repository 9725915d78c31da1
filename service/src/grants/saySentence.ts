import { lapseOf, leavesAnAdmin, nextDueAt, sayGiven, sayList, sayEnd } from '@famiglia/core'
import { v7 as newId } from 'uuid'
import type { Change } from '../base/change.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf, memberships } from '../businesses/records.ts'
import { invitationLetter } from '../proposals/letters.ts'
import { courseOf, proposalItems, proposals, type Proposal } from '../proposals/records.ts'
import { changedLetter, endedLetter, givenLetter } from './letters.ts'
import {
  planSentence,
  type PlannedEnd,
  type PlannedItem,
  type PlannedLet,
  type PlannedSentence,
} from './planSentence.ts'
import { grants } from './records.ts'
import { sayWords } from './tellLevel.ts'

export interface Said {
  readonly sentence: string
  /** What came of it, as a sentence. */
  readonly result: string
  readonly outcome: 'given' | 'changed' | 'same' | 'invited' | 'invitation changed' | 'ended'
  readonly grants: readonly string[]
  readonly proposal: string | null
}

/** Carries a sentence out. `proof.needed` when it takes a fresh proof and the last one is older than ten minutes. */
export function saySentence(room: Room) {
  return async (acting: Acting, text: string, note: string | null, once: Once | null): Promise<Said> =>
    room.change(
      actorOf(acting.live),
      { businesses: [acting.id] },
      async change => {
        const plan = await planSentence(room, change.manager, acting, text)
        if (takesFreshProof(plan)) change.requireFreshProof(proofReason(plan))
        if (plan.verb === 'end') return end(change, acting, plan)
        return goesToNewPerson(plan) ? invite(change, acting, plan, note) : give(change, acting, plan)
      },
      once,
    )
}

export function goesToNewPerson(plan: PlannedLet): boolean {
  return !plan.who.member
}

/** Stopping is quick: only ending an admin takes a proof, which is asked where their standing is known. */
export function takesFreshProof(plan: PlannedSentence): boolean {
  return plan.verb === 'let' && plan.items.some(item => item.plan.takesProof)
}

function proofReason(plan: PlannedSentence): string {
  return plan.verb === 'let' && goesToNewPerson(plan)
    ? 'This lets a new person in who can then act, so it takes a fresh proof.'
    : 'This raises what somebody can do, so it takes a fresh proof.'
}

async function give(change: Change, acting: Acting, plan: PlannedLet): Promise<Said> {
  const person = plan.who.person!
  const ids: string[] = []
  const changed: PlannedItem[] = []
  for (const item of plan.items) {
    ids.push(item.grant ? item.grant.id : newId())
    if (item.plan.change === 'same') continue
    await keepGrant(change, acting, item, person.id, plan.sentence.purpose, ids.at(-1)!)
    changed.push(item)
  }
  if (changed.length === 0) {
    await change.record({
      chain: acting.id,
      what: 'grant.repeated',
      sentence: `${acting.live.name} said again: ${plan.text}`,
      about: person.id,
      asset: plan.items[0]!.asset.id,
    })
    return {
      sentence: plan.text,
      result: `${person.name} has exactly this already: nothing changed.`,
      outcome: 'same',
      grants: ids,
      proposal: null,
    }
  }
  const isNew = changed.every(item => item.grant === null)
  const names = changed.map(item => item.asset.name)
  for (const item of changed) await recordGiving(change, acting, plan, item, person.id)
  const letter = isNew ? givenLetter : changedLetter
  await change.mail(letter(acting, person, changed))
  const said = sayWords(changed[0]!.words, names, acting.zone)
  const result = isNew
    ? `In force: ${person.name} may ${said}.`
    : `Changed: ${person.name} now has ${said}${changed[0]!.plan.change === 'lowered' ? ', which is less than before' : ''}.`
  return { sentence: plan.text, result, outcome: isNew ? 'given' : 'changed', grants: ids, proposal: null }
}

async function keepGrant(
  change: Change,
  acting: Acting,
  item: PlannedItem,
  person: string,
  purpose: string | null,
  id: string,
): Promise<void> {
  const { words, grant, asset } = item
  const said = { tier: words.tier, actions: [...words.actions], hiding: [...words.hiding], until: words.until, purpose }
  if (grant) {
    await change.manager.update(grants, { id }, { ...said, from: words.from ?? grant.from, changedAt: change.now })
    return
  }
  await change.manager.insert(grants, {
    id,
    businessId: acting.id,
    assetId: asset.id,
    personId: person,
    teamId: null,
    partnerId: null,
    ...said,
    from: words.from ?? change.now,
    proposalId: null,
    upstreamId: null,
    mayPassOn: false,
    givenAt: change.now,
    givenBy: acting.live.person,
    changedAt: null,
    endedAt: null,
    endedBy: null,
  })
}

async function recordGiving(
  change: Change,
  acting: Acting,
  plan: PlannedLet,
  item: PlannedItem,
  person: string,
): Promise<void> {
  const name = plan.who.person!.name
  const words = sayWords(item.words, [item.asset.name], acting.zone)
  const before = item.grant ? sayGiven(item.grant) : null
  const verb = { new: 'let', same: 'let', raised: 'raised', lowered: 'lowered', changed: 'changed' }[item.plan.change]
  const sentence =
    before === null
      ? `${acting.live.name} let ${name} ${words}.`
      : `${acting.live.name} ${verb} ${name} from ${before} to ${words}.`
  await change.record({
    chain: acting.id,
    what: before === null ? 'grant.given' : `grant.${item.plan.change}`,
    sentence,
    asset: item.asset.id,
    about: person,
    data: {
      sentence: plan.text,
      tier: item.words.tier,
      actions: item.words.actions,
      hiding: item.words.hiding,
      until: item.words.until?.toString() ?? null,
      before,
    },
  })
}

async function invite(change: Change, acting: Acting, plan: PlannedLet, note: string | null): Promise<Said> {
  const open = plan.who.invitation
  const proposal = open ?? (await addInvitation(change, acting, plan.who.address, note))
  for (const { asset, words } of plan.items) {
    await change.manager.upsert(
      proposalItems,
      {
        proposalId: proposal.id,
        assetId: asset.id,
        tier: words.tier,
        actions: [...words.actions],
        hiding: [...words.hiding],
        from: words.from,
        until: words.until,
        purpose: plan.sentence.purpose,
      },
      ['proposalId', 'assetId'],
    )
    const said = sayWords(words, [asset.name], acting.zone)
    const verb = open ? 'changed the invitation of' : 'invited'
    await change.record({
      chain: acting.id,
      what: open ? 'invitation.changed' : 'invitation.sent',
      sentence: `${acting.live.name} ${verb} ${proposal.toAddress}: ${said}.`,
      asset: asset.id,
      data: { proposal: proposal.id, sentence: plan.text },
    })
  }
  await change.mail(invitationLetter(acting, plan.who, proposal, plan.items, open !== null))
  const said = sayWords(
    plan.items[0]!.words,
    plan.items.map(item => item.asset.name),
    acting.zone,
  )
  const until = sayEnd(proposal.lapsesAt, acting.zone)
  const result = open
    ? `The open invitation to ${proposal.toAddress} now says: ${said}. It stays open until ${until}.`
    : `Sent to ${proposal.toAddress}: ${said}. It waits for an answer until ${until}; you can withdraw it until then.`
  return {
    sentence: plan.text,
    result,
    outcome: open ? 'invitation changed' : 'invited',
    grants: [],
    proposal: proposal.id,
  }
}

async function addInvitation(change: Change, acting: Acting, address: string, note: string | null): Promise<Proposal> {
  await closeLapsed(change, acting.id, address)
  const proposal: Proposal = {
    id: newId(),
    kind: 'invitation',
    businessId: acting.id,
    toAddress: address,
    state: 'open',
    standing: 'member',
    note,
    sentBy: acting.live.person,
    openedAt: change.now,
    sentAt: change.now,
    lapsesAt: lapseOf(change.now, acting.proposalDays),
    generation: 1,
    reminders: 0,
    answeredAt: null,
    answeredBy: null,
    reason: null,
  }
  await change.manager.insert(proposals, proposal)
  await change.later('tend-proposal', { proposal: proposal.id }, nextDueAt(courseOf(proposal)))
  return proposal
}

/** One whose time is over but which nobody has tended to yet must not stand in the way of a new one. */
async function closeLapsed(change: Change, business: string, address: string): Promise<void> {
  await change.manager.update(
    proposals,
    { businessId: business, toAddress: address, kind: 'invitation', state: 'open' },
    { state: 'lapsed', answeredAt: change.now },
  )
}

async function end(change: Change, acting: Acting, plan: PlannedEnd): Promise<Said> {
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
