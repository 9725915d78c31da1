import type { Terms } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import type { ThingToGive } from '../grants/planGiven.ts'
import type { KnownPerson } from '../people/queries.ts'
import { isOpen, itemsOf, openProposals, termsOfItem } from '../proposals/queries.ts'
import { readColleagues } from './records.ts'

/** Open asks of one member at most: nobody’s desk is flooded, however often somebody asks at once. */
const mostOpen = 20

/** Refuses what waits already in the same words for the same person (`proposal.answered`), and more than are good at once (`request.too-many`). */
export async function assertNotTooMany(
  change: Change,
  acting: Acting,
  colleague: KnownPerson | null,
  things: readonly ThingToGive[],
): Promise<void> {
  const { manager } = change
  const sent = await openProposals(manager, { kind: 'ask', businessId: acting.id, sentBy: acting.live.person })
  const open = sent.filter(one => isOpen(one, change.now))
  const ids = open.map(one => one.id)
  const colleagues = await readColleagues(manager, ids)
  const items = await itemsOf(manager, ids)
  const wanted = keyOf(things.map(({ target, terms, purpose }) => ({ targetId: target.id, terms, purpose })))
  const same = open.some(
    ({ id }) =>
      colleagues.get(id)?.id === colleague?.id &&
      wanted ===
        keyOf(items.filter(item => item.proposalId === id).map(item => ({ ...item, terms: termsOfItem(item) }))),
  )
  if (same) throw new Problem('proposal.answered', 'You asked for just that already, and it waits for an answer.')
  if (open.length >= mostOpen)
    throw new Problem(
      'request.too-many',
      `${mostOpen} things that you asked for wait already. Wait for answers, or withdraw one.`,
      { retryAfter: 3_600 },
    )
}

interface Asked {
  readonly targetId?: string
  readonly terms: Terms
  readonly purpose: string | null
}

function keyOf(asked: readonly Asked[]): string {
  const said = asked.map(({ targetId, terms, purpose }) =>
    [
      targetId,
      terms.tier,
      [...terms.actions].sort().join(' '),
      [...terms.hiding].sort().join(' '),
      terms.from,
      terms.until,
      purpose,
    ].join('|'),
  )
  return said.sort().join('\n')
}
