import {
  capitalised,
  foreignActions,
  kinds,
  knownPurposes,
  samePurpose,
  sayList,
  withArticle,
  type Need,
  type Purpose,
} from '@famiglia/core'
import { v7 as newId } from 'uuid'
import { violates } from '../base/database.ts'
import type { Kit } from '../base/kit.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { getPurpose } from './queries.ts'
import { ownPurposes } from './records.ts'
import { sayNeeds } from './sayNeeds.ts'

/**
 * Writes a purpose of the business's own. Refused: one that takes nothing on a kind, what a kind has no action for
 * (`action.unknown`), and a name that is taken (`purpose.taken`).
 */
export function writePurpose(kit: Kit) {
  return async (acting: Acting, { name: written, needs }: Purpose, once: Once | null): Promise<Purpose> => {
    requireStanding(acting, 'arrange-assets', 'Writing a purpose')
    const name = written.replace(/["\s]+/g, ' ').trim()
    assertTakesSomething(needs)
    const taken = () => new Problem('purpose.taken', `There is a purpose “${name}” already.`, { pointer: '/name' })
    if (knownPurposes.some(known => samePurpose(known.name, name))) throw taken()
    return changeFor(
      kit,
      acting,
      async change => {
        const row = { id: newId(), businessId: acting.id, name, needs: [...needs], madeAt: change.now }
        try {
          await change.manager.insert(ownPurposes, row)
        } catch (error) {
          throw violates(error, 'purpose_name') ? taken() : error
        }
        change.record({
          chain: acting.id,
          what: 'purpose.written',
          sentence: `${acting.live.name} wrote the purpose “${name}”: ${sayNeeds(needs)}.`,
          data: { needs },
        })
        return { name, needs }
      },
      once,
    )
  }
}

function assertTakesSomething(needs: readonly Need[]): void {
  const empty = needs.find(need => !need.tier && need.actions.length === 0)
  if (empty)
    throw new Problem(
      'request.invalid',
      `On ${withArticle(kinds[empty.kind].noun)} it takes neither a tier nor an action.`,
      {
        pointer: '/needs',
      },
    )
  const foreign = needs.find(need => foreignActions(need).length > 0)
  if (foreign)
    throw new Problem(
      'action.unknown',
      `${capitalised(withArticle(kinds[foreign.kind].noun))} has no ${sayList(foreignActions(foreign), 'or')}.`,
      {
        pointer: '/needs',
      },
    )
}

/** Removes one of the business's own purposes. What was given for it stays. */
export function removePurpose(kit: Kit) {
  return async (acting: Acting, name: string): Promise<void> => {
    requireStanding(acting, 'arrange-assets', 'Removing a purpose')
    await changeFor(kit, acting, async change => {
      const purpose = await getPurpose(change.manager, acting, name)
      const own = await change.manager.findOneBy(ownPurposes, { businessId: acting.id, name: purpose.name })
      if (!own)
        throw new Problem('purpose.unknown', `“${purpose.name}” is one that every business has; it cannot be removed.`)
      await change.manager.delete(ownPurposes, { id: own.id })
      change.record({
        chain: acting.id,
        what: 'purpose.removed',
        sentence: `${acting.live.name} removed the purpose “${own.name}”. What was given for it stays.`,
        data: { needs: own.needs },
      })
    })
  }
}
