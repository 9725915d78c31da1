import { sayList, withReason } from '@famiglia/core'
import { between } from '../base/chain.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { endGrant, type GrantOn } from '../grants/endGrant.ts'
import { endedLetter } from '../grants/letters.ts'
import type { Holder } from '../grants/parties.ts'
import { grantsById, type Grant } from '../grants/queries.ts'
import { endMembership } from '../admins/endMembership.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { closeProposal, itemsOf, removeItems } from '../proposals/queries.ts'
import { withOwners } from '../reach/held.ts'
import { holderOfGrant } from '../grants/holderOf.ts'
import { targetsById } from '../reach/targets.ts'
import { holderOf, toldOf, type Addressee } from './addressee.ts'
import type { Falls, PlannedEnd } from './planned.ts'
import type { Said } from './said.ts'
import { sayFallen } from './sayFallen.ts'

/** Why something is ended, for the history. */
export interface WhyEnded {
  readonly note: string | null
  /** Whether who loses something by it is told the note too. */
  readonly tellNote: boolean
}

/** Ends grants, what an open invitation would give, and where the sentence names no asset the membership too. */
export async function endAccess(
  kit: Kit,
  change: Change,
  acting: Acting,
  plan: PlannedEnd,
  { note, tellNote }: WhyEnded,
): Promise<Said> {
  const { who } = plan
  const isMember = who.kind === 'person' && who.member
  if (plan.everything && isMember) await endMembership(change, acting, who.person!, note)
  const holder = holderOf(who)
  const by = { giver: acting, person: { id: acting.live.person, name: acting.live.name } }
  for (const { grant, target } of plan.grants)
    if (grant.businessId === acting.id)
      await endGrant(change, by, await heldBy(change, grant, holder), { grant, target })
    else await giveBack(change, acting, who, { grant, target })
  if (plan.falls) await endWhatFalls(change, acting, plan, plan.falls)
  if (plan.waiting.length > 0 || (plan.everything && who.kind === 'person' && who.invitation))
    await endWaiting(change, acting, plan)
  const names = [...new Set([...plan.grants, ...plan.waiting].map(one => one.target.name))]
  await tellWhoLost(change, acting, plan, names, tellNote ? note : null)
  // Why is for one’s own history alone: what happened stands in the other side’s too.
  if (note && change.entries > 0)
    change.record({
      chain: acting.id,
      what: 'grant.ended-because',
      sentence: withReason(
        `${acting.live.name} said why ${who.name} ${names.length > 0 ? `lost ${sayList(names)}` : 'was ended'}`,
        note,
      ),
      ...(who.kind === 'person' && who.person ? { about: who.person.id } : {}),
    })
  if (change.entries === 0)
    change.record({
      chain: acting.id,
      what: 'grant.repeated',
      sentence: `${acting.live.name} said: ${plan.text}. There was nothing to end.`,
    })
  return {
    sentence: plan.text,
    result: sayResult(acting, plan, names),
    outcome: 'ended',
    grants: plan.grants.map(({ grant }) => grant.id),
    proposal: who.kind === 'person' ? (who.invitation?.id ?? null) : null,
  }
}

function sayResult(acting: Acting, plan: PlannedEnd, names: readonly string[]): string {
  const { who, remains } = plan
  if (who.kind === 'business') return `Ended: ${sayEndedBetween(plan)}.`
  const purpose = 'purpose' in plan.sentence && plan.sentence.purpose ? ` to ${plan.sentence.purpose}` : ''
  const what =
    names.length === 0
      ? `${who.name} had no grant of their own`
      : remains.length > 0
        ? `the grant of ${who.name} on ${sayList(names)}${purpose}. They still reach it: ${sayList(remains)}`
        : `${who.name} no longer reaches ${sayList(names)}${purpose}`
  const membership =
    plan.everything && who.kind === 'person' && who.member ? `, and is no longer a member of ${acting.name}` : ''
  return `Ended: ${what}${membership}.`
}

/** A partner holds what it was given itself; what it has by a link, its manager account does. */
async function heldBy(change: Change, grant: Grant, holder: Holder | null): Promise<Holder> {
  return grant.holderKind === 'manager' || !holder ? holderOfGrant(change.manager, grant) : holder
}

/** What another business gave is given back: the grant is that one's, and its history tells of it. */
async function giveBack(change: Change, acting: Acting, who: Addressee, { grant, target }: GrantOn): Promise<void> {
  if (who.kind !== 'business') return
  const holder = await holderOfGrant(change.manager, grant)
  const by = { giver: who.partner, person: { id: acting.live.person, name: acting.live.name } }
  await endGrant(change, by, holder, { grant, target }, `${acting.name} gave it back`)
}

/** What hung on it is over by evaluation already; its records end in the same moment, so that no list shows it as held. */
async function endWhatFalls(change: Change, acting: Acting, plan: PlannedEnd, falls: Falls): Promise<void> {
  const { who } = plan
  if (who.kind !== 'business') return
  const chains = between(acting, who.partner)
  const by = { giver: acting, person: { id: acting.live.person, name: acting.live.name } }
  const below = await grantsById(
    change.manager,
    falls.below.map(grant => grant.id),
  )
  const targets = await withOwners(
    change.manager,
    acting.id,
    await targetsById(
      change.manager,
      below.map(grant => grant.targetId!),
    ),
  )
  for (const grant of below) {
    const name = falls.below.find(one => one.id === grant.id)!.to
    const key = { kind: grant.holderKind, id: grant.holderId }
    const target = targets.get(grant.targetId!)!
    const holder = { key, name, party: who.partner }
    await endGrant(change, by, holder, { grant, target }, `what it hung on was ended`)
  }
  for (const { id, kind, sent } of falls.proposals) {
    const state = sent ? 'withdrawn' : 'declined'
    await closeProposal(change, id, { state, reason: null })
    change.record({
      ...chains,
      what: `${kind}.${state}`,
      sentence: `${acting.live.name} ${state === 'withdrawn' ? 'withdrew' : 'declined'} the open ${nounOf(kind)} between ${acting.name} and ${who.name}.`,
      data: { proposal: id },
    })
  }
}

function sayEndedBetween({ who, grants: ended, falls }: PlannedEnd): string {
  const names = sayList([...new Set(ended.map(one => one.target.name))])
  const fell = falls && falls.below.length > 0 ? ` What hung on it is over too: ${sayFallen(falls)}.` : ''
  return `${names ? `what there was between you and ${who.name} on ${names}` : `what waited between you and ${who.name}`}.${fell}`.replace(
    /\.$/,
    '',
  )
}

async function tellWhoLost(
  change: Change,
  acting: Acting,
  plan: PlannedEnd,
  names: readonly string[],
  note: string | null,
): Promise<void> {
  const { who } = plan
  if (names.length === 0 && !plan.everything) return
  for (const person of await toldOf(change.manager, who))
    if (person.id !== acting.live.person)
      await change.mail(
        endedLetter(acting, person, names, plan.everything && who.kind === 'person', plan.remains, note),
      )
}

async function endWaiting(change: Change, acting: Acting, plan: PlannedEnd): Promise<void> {
  const proposal = plan.who.kind === 'person' ? plan.who.invitation! : null
  if (!proposal) return
  await removeItems(
    change,
    plan.waiting.map(({ item }) => item.id),
  )
  for (const { target } of plan.waiting)
    change.record({
      chain: acting.id,
      what: 'invitation.changed',
      sentence: `${acting.live.name} took ${target.name} out of the invitation to ${proposal.toAddress}.`,
      ...(target.assetId ? { asset: target.assetId } : {}),
      data: { proposal: proposal.id },
    })
  const left = (await itemsOf(change.manager, [proposal.id])).length
  if (left > 0 && !plan.everything) return
  await closeProposal(change, proposal.id, { state: 'withdrawn', reason: null })
  change.record({
    chain: acting.id,
    what: 'invitation.withdrawn',
    sentence: `${acting.live.name} withdrew the invitation to ${proposal.toAddress}: nothing was left in it.`,
    data: { proposal: proposal.id },
  })
}

const nounOf = (kind: string) => proposalKinds.of({ kind }).noun
