import type { Kind } from '../kinds/index.ts'
import type { Given } from '../levels/index.ts'
import { isJustWhatItTakes, knownPurposes, samePurpose } from '../purposes/index.ts'
import { sayBegin, sayEnd, type Instant } from '../time/index.ts'
import { sayGiven, sayList } from '../words/index.ts'

/** One thing and what is given on it, as people read it. */
export interface ThingSaid {
  readonly name: string
  /** Its kind, where it has one: actions are said by it. */
  readonly kind: Kind | null
  readonly terms: Given & { readonly from?: Instant | null; readonly until: Instant | null }
}

/**
 * What is given, as read: `run on Summer Crossings and use the page in adverts on Day Trips, hiding revenue, until 23 May
 * 2027, to run our adverts`. Things given alike stand together; what holds for all of them is said once, at the end. Several
 * that are just what a purpose takes are said by it: `run our adverts on Summer Crossings and Day Trips`.
 */
export function sayThings(things: readonly ThingSaid[], zone: string, purpose: string | null = null): string {
  const known = things.length > 1 && purpose ? knownPurposes.find(one => samePurpose(one.name, purpose)) : undefined
  if (
    known &&
    isJustWhatItTakes(
      known,
      things.map(({ kind, terms }) => ({ kind, given: terms })),
    )
  ) {
    const alike = things.map(thing => ({ ...thing, kind: null, terms: { ...thing.terms, tier: null, actions: [] } }))
    if (grouped(alike).length === 1) return sayGroups(alike, zone, (_given, names) => `${known.name} on ${names}`)
  }
  return sayGroups(things, zone, (given, names) => `${given} on ${names}`, purpose)
}

/** The same of what hangs, or is to hang, under a manager account: `Winter Freight under Gullwright Travel at run, from 1 July 2027`. */
export function sayLinked(things: readonly ThingSaid[], under: string, zone: string): string {
  return sayGroups(things, zone, (given, names) => `${names} under ${under} at ${given}`)
}

function sayGroups(
  things: readonly ThingSaid[],
  zone: string,
  sayGroup: (given: string, names: string) => string,
  purpose: string | null = null,
): string {
  const groups = grouped(things)
  const [first] = groups
  if (!first) return 'nothing yet'
  const all = (of: (group: Group) => string) => groups.every(group => of(group) === of(first))
  const shared = { hiding: all(sayHiding), time: all(group => sayTime(group, zone)) }
  const said = groups.map(group =>
    [
      sayGroup(group.given, sayList(group.names)),
      shared.hiding ? '' : sayHiding(group),
      shared.time ? '' : sayTime(group, zone),
    ].join(''),
  )
  const inParts = said.some(one => one.includes(',')) && said.length > 1
  return [
    inParts ? said.join('; ') : sayList(said),
    shared.hiding ? sayHiding(first) : '',
    shared.time ? sayTime(first, zone) : '',
    purpose ? `, to ${purpose}` : '',
  ].join('')
}

interface Group {
  readonly given: string
  readonly terms: ThingSaid['terms']
  readonly names: string[]
}

function grouped(things: readonly ThingSaid[]): Group[] {
  const groups = new Map<string, Group>()
  for (const { terms, name, kind } of things) {
    const given = sayGiven(terms, kind)
    const key = JSON.stringify([given, terms.hiding, String(terms.from ?? null), String(terms.until)])
    const group = groups.get(key) ?? { given, terms, names: [] }
    group.names.push(name)
    groups.set(key, group)
  }
  return [...groups.values()]
}

function sayHiding({ terms }: Group): string {
  return terms.hiding.length > 0 ? `, hiding ${sayList(terms.hiding)}` : ''
}

function sayTime({ terms }: Group, zone: string): string {
  return [
    terms.from ? `, from ${sayBegin(terms.from, zone)}` : '',
    terms.until ? `, until ${sayEnd(terms.until, zone)}` : '',
  ].join('')
}
