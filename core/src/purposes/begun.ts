import type { Kind } from '../kinds/index.ts'
import type { Given } from '../levels/index.ts'
import type { Purpose } from './purpose.ts'

/**
 * The purpose that what is given on a kind begins: just what its first need takes there, while it has to have something on
 * other kinds too. Null where it begins none.
 */
export function begunPurpose(
  purposes: readonly Purpose[],
  kind: Kind,
  given: Pick<Given, 'tier' | 'actions'>,
): Purpose | null {
  return (
    purposes.find(({ needs }) => {
      const [first] = needs
      if (first?.kind !== kind || first.tier !== given.tier) return false
      return (
        first.actions.every(action => given.actions.includes(action)) &&
        needs.some(need => need.must && need.kind !== kind)
      )
    }) ?? null
  )
}
