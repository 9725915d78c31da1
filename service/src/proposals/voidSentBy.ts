import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { makeVoid } from './answer.ts'
import { gatherProposal } from './gather.ts'
import type { Register } from './kind.ts'
import { isOpen, openProposals } from './queries.ts'

/**
 * Ends what somebody sent for a business and could not send any more, since they were ended, lowered or stopped there in
 * this change. Both sides are told. Returns what it was, as a history calls it.
 */
export async function voidSentBy(
  kit: Kit,
  change: Change,
  kinds: Register,
  business: string,
  person: string,
): Promise<string[]> {
  const ended: string[] = []
  for (const proposal of await openProposals(change.manager, { businessId: business, sentBy: person })) {
    if (!isOpen(proposal, change.now)) continue
    const kind = kinds.of(proposal)
    const parts = await gatherProposal(change.manager, kinds, proposal)
    const why = await kind.whyVoid(kit, change.manager, parts)
    if (!why) continue
    await makeVoid(change, kind, parts, why)
    for (const letter of await kind.letters.cameToNothing(change, parts, why)) await change.mail(letter)
    ended.push(kind.name(parts))
  }
  return ended
}
