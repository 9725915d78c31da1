import { sayGiven } from '@famiglia/core'
import { v7 as newId } from 'uuid'
import type { Change } from '../base/change.ts'
import type { Acting } from '../businesses/acting.ts'
import { changedLetter, givenLetter } from './letters.ts'
import type { PlannedItem, PlannedLet } from './planSentence.ts'
import { grants } from './records.ts'
import type { Said } from './saySentence.ts'
import { sayWords } from './tellLevel.ts'

/** Gives a member access, or changes what they have: in force with the end of this change. */
export async function giveAccess(change: Change, acting: Acting, plan: PlannedLet): Promise<Said> {
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
