import { sayGiven } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Acting } from '../businesses/acting.ts'
import { holderOf } from './addressee.ts'
import { keepGrant } from './keepGrant.ts'
import { changedLetter, givenLetter } from './letters.ts'
import type { PlannedItem } from './planItem.ts'
import type { PlannedLet, PlannedRecipient } from './planSentence.ts'
import type { Said } from './saySentence.ts'
import { sayItems, sayWords } from './tellLevel.ts'

/** Gives a member or a team access, or changes what they have: in force with the end of this change. */
export async function giveAccess(
  change: Change,
  acting: Acting,
  plan: PlannedLet,
  { who, items }: PlannedRecipient,
  proposal: string | null = null,
): Promise<Omit<Said, 'sentence'>> {
  const ids: string[] = []
  const changed = items.filter(item => item.change !== 'same')
  if (changed.length === 0) {
    await change.record({
      chain: acting.id,
      what: 'grant.repeated',
      sentence: `${acting.live.name} said again: ${plan.text}`,
      ...aboutOf(who),
    })
    const grants = items.flatMap(item => (item.grant ? [item.grant.id] : []))
    return { result: `${who.name} has exactly this already: nothing changed.`, outcome: 'same', grants, proposal: null }
  }
  for (const item of items) {
    if (item.change === 'same') ids.push(item.grant!.id)
    else ids.push(await give(change, acting, plan, who, item, proposal))
  }
  const isNew = changed.every(item => item.grant === null)
  const letter = isNew ? givenLetter : changedLetter
  for (const person of who.kind === 'team' ? who.members : [who.person!])
    if (person.id !== acting.live.person)
      await change.mail(letter(acting, person, changed, who.kind === 'team' ? who.team.name : null))
  const said = sayItems(changed, acting.zone)
  const less = changed.every(item => item.change === 'lowered') ? ', which is less than before' : ''
  const result = isNew ? `In force: ${who.name} may ${said}.` : `Changed: ${who.name} now has ${said}${less}.`
  return { result, outcome: isNew ? 'given' : 'changed', grants: ids, proposal: null }
}

async function give(
  change: Change,
  acting: Acting,
  plan: PlannedLet,
  who: PlannedRecipient['who'],
  item: PlannedItem,
  proposal: string | null,
): Promise<string> {
  const id = await keepGrant(change, item.grant, {
    business: acting.id,
    target: item.target,
    holder: holderOf(who)!,
    words: item.words,
    purpose: plan.purpose?.name ?? plan.sentence.purpose,
    givenBy: acting.live.person,
    proposal,
  })
  const words = sayWords(item.words, [item.target.name], acting.zone)
  const before = item.grant ? sayGiven(item.grant) : null
  const verb = { new: 'let', same: 'let', raised: 'raised', lowered: 'lowered', changed: 'changed' }[item.change]
  await change.record({
    chain: acting.id,
    what: before === null ? 'grant.given' : `grant.${item.change}`,
    sentence:
      before === null
        ? `${acting.live.name} let ${who.name} ${words}.`
        : `${acting.live.name} ${verb} ${who.name} from ${before} to ${words}.`,
    ...(item.target.assetId ? { asset: item.target.assetId } : {}),
    ...aboutOf(who),
    data: {
      sentence: plan.text,
      on: item.target.text,
      tier: item.words.tier,
      actions: item.words.actions,
      hiding: item.words.hiding,
      until: item.words.until?.toString() ?? null,
      before,
    },
  })
  return id
}

/** The person a history entry is about; a team's entries are found by its name. */
export function aboutOf(who: PlannedRecipient['who']): { about?: string } {
  return who.kind === 'person' && who.person ? { about: who.person.id } : {}
}
