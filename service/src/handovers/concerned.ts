import type { EntityManager } from 'typeorm'
import { adminsOf, type Business } from '../businesses/queries.ts'
import type { HolderKind } from '../grants/queries.ts'
import { peopleById, type KnownPerson } from '../people/queries.ts'
import { membersOfTeam } from '../teams/queries.ts'
import type { Line } from './line.ts'
import type { Handover } from './records.ts'

/** Somebody whom a handover concerns; the side they are admin of, where they are. */
export interface Concerned {
  readonly person: KnownPerson
  readonly of: Business | null
  readonly lines: readonly Line[]
}

/** The admins of both sides. */
export async function adminsOfBoth(
  manager: EntityManager,
  { from, to }: Pick<Handover, 'from' | 'to'>,
): Promise<{ person: KnownPerson; of: Business }[]> {
  const found = new Map<string, { person: KnownPerson; of: Business }>()
  for (const of of [from, to])
    for (const person of await adminsOf(manager, of.id)) if (!found.has(person.id)) found.set(person.id, { person, of })
  return [...found.values()]
}

/** Everybody who is named in the account of a handover, each once, with the lines that are theirs: the admins of both, who holds something, the admins of partners. */
export async function namedIn(
  manager: EntityManager,
  handover: Pick<Handover, 'from' | 'to'>,
  lines: readonly Line[],
): Promise<Concerned[]> {
  const found = new Map<string, Concerned & { lines: Line[] }>(
    (await adminsOfBoth(manager, handover)).map(one => [one.person.id, { ...one, lines: [] }]),
  )
  const byHolder = new Map<string, { kind: HolderKind; id: string; lines: Line[] }>()
  for (const line of lines) {
    if (!line.concerns) continue
    const { kind, id } = line.concerns
    const holder = byHolder.get(id) ?? { kind, id, lines: [] }
    byHolder.set(id, { ...holder, lines: [...holder.lines, line] })
  }
  const ids = [...byHolder.values()].filter(({ kind }) => kind === 'person').map(({ id }) => id)
  const persons = await peopleById(manager, ids)
  for (const { kind, id, lines: theirs } of byHolder.values()) {
    const people =
      kind === 'team'
        ? await membersOfTeam(manager, id)
        : kind === 'business'
          ? await adminsOf(manager, id)
          : [persons.get(id)!]
    for (const person of people) {
      const known = found.get(person.id) ?? { person, of: null, lines: [] }
      found.set(person.id, { ...known, lines: [...known.lines, ...theirs] })
    }
  }
  return [...found.values()]
}
