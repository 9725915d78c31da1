import { sayList } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Acting } from '../businesses/acting.ts'
import { giveThings } from '../grants/giveThings.ts'
import type { PlannedThing } from '../grants/planThing.ts'
import { sayAll } from '../grants/tellThings.ts'
import { holderOf, toldOf } from './addressee.ts'
import type { PlannedLet, PlannedRecipient } from './planned.ts'
import type { Said } from './said.ts'

/** Gives a member, a team or a partner access, or changes what they have: in force with the end of this change. */
export async function giveSaid(
  change: Change,
  acting: Acting,
  plan: PlannedLet,
  { who, things, remains }: PlannedRecipient,
  note: string | null,
): Promise<Omit<Said, 'sentence'>> {
  const holder = holderOf(who)!
  const changed = things.filter(thing => thing.change !== 'same')
  if (changed.length === 0) {
    change.record({
      chain: acting.id,
      what: 'grant.repeated',
      sentence: `${acting.live.name} said again: ${plan.text}`,
      ...(holder.key.kind === 'person' ? { about: holder.key.id } : {}),
    })
    const grants = things.flatMap(thing => (thing.grant ? [thing.grant.id] : []))
    return { result: `${who.name} has exactly this already: nothing changed.`, outcome: 'same', grants, proposal: null }
  }
  const grants = await giveThings(change, acting, {
    holder,
    told: await toldOf(change.manager, who),
    things,
    sentence: plan.text,
    proposal: null,
    withLetter: true,
    remains,
    note,
  })
  const isNew = changed.every(thing => thing.grant === null && thing.falls.length === 0)
  const said = sayAll(changed, acting.zone)
  const less = changed.every(thing => thing.change === 'lowered') ? ', which is less than before' : ''
  const result = isNew ? `In force: ${who.name} may ${said}.` : `Changed: ${who.name} now has ${said}${less}.`
  const still = remains.length > 0 ? ` They still have more: ${sayList(remains)}.` : ''
  return {
    result: `${result}${sayBeside(changed)}${still}`,
    outcome: isNew ? 'given' : 'changed',
    grants,
    proposal: null,
  }
}

/** What stays beside it for other reasons is told: the truth of a sentence is what people can do afterwards. */
function sayBeside(things: readonly PlannedThing[]): string {
  const beside = things.flatMap(({ stays, target }) =>
    stays.map(
      grant => `on ${target.name} what was given ${grant.purpose ? `to ${grant.purpose}` : 'without a purpose'}`,
    ),
  )
  return beside.length > 0 ? ` It stands beside ${[...new Set(beside)].join(' and ')}.` : ''
}
