import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { addToHeld } from './addToHeld.ts'
import { giveThings } from './giveThings.ts'
import type { Holder } from './parties.ts'
import { planGiven, type ThingToGive } from './planGiven.ts'

/** Gives what somebody asked for, in the name of who says yes, beside what they have for other reasons. */
export async function grantAsked(
  kit: Kit,
  change: Change,
  acting: Acting,
  holder: Holder,
  things: readonly ThingToGive[],
  proposal: string,
): Promise<void> {
  const now = kit.clock.now()
  const added: ThingToGive[] = []
  for (const thing of things) added.push(await addToHeld(change.manager, acting, holder, thing, now))
  const isBusiness = holder.key.kind === 'business'
  const to = { name: holder.name, key: holder.key, isBusiness }
  const planned = (await planGiven(kit, change.manager, acting, [to], added))[0]!
  if (isBusiness) change.requireFreshProof('Giving something to another business needs you to confirm it’s you.')
  else if (planned.some(thing => thing.takesProof))
    change.requireFreshProof('This raises what somebody can do, so it needs you to confirm it’s you.')
  const alone = planned.map(thing => ({ ...thing, falls: [] }))
  await giveThings(change, acting, { holder, told: [], things: alone, sentence: null, proposal, withLetter: false })
}
