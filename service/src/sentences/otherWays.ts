import { covers, mayGiveOn, reachOf, sayPath, type Level } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { factsFrom } from '../reach/facts.ts'

export interface WithoutGrants {
  readonly person: string
  readonly assets: readonly Asset[]
  /** Grants that are over then, or say something else. */
  readonly without: readonly string[]
  /** What they are to have on each; null where they are to have nothing. */
  readonly than: (asset: string) => Level | null
}

/**
 * The ways by which somebody goes on having more than a sentence leaves them, path by path, as sentences: the truth of a
 * sentence is what people can do afterwards.
 */
export async function otherWays(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  { person, assets, without, than }: WithoutGrants,
): Promise<string[]> {
  const once = [...new Map(assets.map(asset => [asset.id, asset])).values()]
  const facts = await factsFrom(kit, manager).aroundAll(once.map(asset => ({ person, asset: asset.id })))
  const gone = new Set(without)
  const ways = facts.flatMap(around => {
    if (!around) return []
    const known = around.asset.owner.id === acting.id ? around : mayGiveOn(around, acting.id)
    const after = { ...known, grants: known.grants.filter(grant => !gone.has(grant.id)) }
    const left = than(around.asset.id)
    return reachOf(after, kit.clock.now())
      .paths.filter(path => !path.stopped && !(left && covers(left, path.level)))
      .map(path => sayPath(after, path).replace(/\.$/, ''))
  })
  return [...new Set(ways)]
}
