import { sayGiven } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Target } from '../assets/targets.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/records.ts'
import { between } from '../history/append.ts'
import type { KnownPerson } from '../people/records.ts'
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
  for (const person of await toldOf(change, who))
    if (person.id !== acting.live.person)
      await change.mail(letter(acting, person, changed, who.kind === 'person' ? null : who))
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
    upstream: item.upstream?.id ?? null,
    mayPassOn: plan.sentence.mayPassOn,
  })
  const words = sayWords(item.words, [item.target.name], acting.zone)
  const before = item.grant ? sayGiven(item.grant) : null
  const verb = { new: 'let', same: 'let', raised: 'raised', lowered: 'lowered', changed: 'changed' }[item.change]
  await change.record({
    ...partiesTo(acting, who, item.target),
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

/** Everybody a letter about it goes to: the person, a team's members, a partner's admins. */
export async function toldOf(change: Change, who: PlannedRecipient['who']): Promise<readonly KnownPerson[]> {
  if (who.kind === 'business') return adminsOf(change.manager, who.partner.id)
  return who.kind === 'team' ? who.members : who.person && who.member ? [who.person] : []
}

/** Whose histories an entry stands in: the acting business's, the partner's it concerns, and the owner's of what is passed on. */
export function partiesTo(acting: Acting, who: PlannedRecipient['who'], { held }: Pick<Target, 'held'>) {
  const others = [...(who.kind === 'business' ? [who.partner] : []), ...(held ? [held.owner] : [])]
  return others.length > 0 ? between(acting, ...others) : { chain: acting.id }
}

/** The person a history entry is about; a team's entries are found by its name. */
export function aboutOf(who: PlannedRecipient['who']): { about?: string } {
  return who.kind === 'person' && who.person ? { about: who.person.id } : {}
}
