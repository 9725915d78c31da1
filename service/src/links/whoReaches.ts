import { isLive, managersOn, reachOf, throughOf, type AccessFacts } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import type { KnownPerson } from '../people/queries.ts'
import { factsFrom } from '../reach/facts.ts'
import { whoMayReach } from '../reach/holders.ts'

/** Somebody who reaches a manager account, and how. */
export interface ReachesManager extends KnownPerson {
  readonly how: string
}

const most = 100

/** Who reaches a manager account now, by name: whoever is told of a link to be is told of each. */
export async function reachesManager(kit: Kit, manager: EntityManager, under: Asset): Promise<ReachesManager[]> {
  const people = await whoMayReach(manager, under, most)
  const facts = await factsFrom(kit, manager).aroundAll(people.map(person => ({ person: person.id, asset: under.id })))
  return people.flatMap((person, index) => {
    const around = facts[index]
    const path = around && reachOf(around, kit.clock.now()).paths.find(isLive)
    return around && path ? [{ ...person, how: sayHow(around, path) }] : []
  })
}

function sayHow({ asset }: AccessFacts, path: Parameters<typeof throughOf>[0]): string {
  const managers = managersOn(path)
  if (managers.length > 0) return `through ${managers.at(-1)!.name}`
  const through = throughOf(path)
  if (through === 'owner') return `admin of ${asset.owner.name}`
  return through === 'team' ? `team ${path.grants.at(-1)!.holder.name}` : ''
}

/** Whom an unlinked account is lost to: who reaches less of it then, whatever other ways they keep. */
export async function whoLoses(
  kit: Kit,
  manager: EntityManager,
  account: Asset,
  link: string,
): Promise<{ person: KnownPerson; keeps: boolean }[]> {
  const people = await whoMayReach(manager, account, most)
  const facts = await factsFrom(kit, manager).aroundAll(
    people.map(person => ({ person: person.id, asset: account.id })),
  )
  const now = kit.clock.now()
  return people.flatMap((person, index) => {
    const around = facts[index]
    if (!around) return []
    const before = reachOf(around, now).level
    const after = reachOf({ ...around, links: around.links.filter(one => one.id !== link) }, now).level
    if (before.actions.size === after.actions.size && before.sees.size === after.sees.size) return []
    return [{ person, keeps: after.actions.size > 0 }]
  })
}
