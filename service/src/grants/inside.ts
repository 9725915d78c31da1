import { kinds, sayList } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { assetsInside } from '../assets/queries.ts'

/** What lies inside some assets, as properties do in an analytics account: by the asset, their names. */
export type Inside = ReadonlyMap<string, readonly string[]>

export async function insideOf(
  manager: EntityManager,
  things: readonly {
    readonly target: { readonly assets: readonly { readonly id: string; readonly kind: keyof typeof kinds }[] }
  }[],
): Promise<Inside> {
  const outer = things.flatMap(({ target }) => target.assets).filter(asset => kinds[asset.kind].contains.length > 0)
  if (outer.length === 0) return new Map()
  const within = await assetsInside(
    manager,
    outer.map(asset => asset.id),
  )
  return new Map(
    outer.map(({ id }) => [id, within.filter(asset => asset.insideId === id).map(asset => asset.name)] as const),
  )
}

/** `Ticket shop and Timetable app, which lie in it, too`; empty where nothing does. */
export function sayInside(inside: Inside, asset: string): string {
  const names = inside.get(asset) ?? []
  return names.length > 0 ? `${sayList(names)}, which ${names.length === 1 ? 'lies' : 'lie'} in it, too` : ''
}
