import { Temporal, unlinked, type AccessFacts, type Action, type BusinessFact, type Figure } from '@famiglia/core'
import fc from 'fast-check'
import { expect, test } from 'vitest'
import { cellsAt, kindOfCell, workOutCell } from './cells.ts'

const now = Temporal.Instant.from('2026-11-23T09:00Z')
const inDays = (days: number) => now.add({ hours: 24 * days })
const aBusiness = (name: string, closed: boolean): BusinessFact => ({
  id: name,
  number: 'B-4815-1623-97',
  name,
  zone: 'Europe/Lisbon',
  closed,
})
const agency = aBusiness('Gullwright & Moss', false)

/** So nine times of ten, as most things are. */
const mostly = <T>(usual: T, other: T) => fc.constantFrom(...Array.from({ length: 9 }, () => usual), other)
const drawn = {
  person: fc.constantFrom('Priya Lindqvist', 'Tomasz Oyelaran'),
  account: fc.constantFrom('Summer Crossings', 'Winter Freight'),
  kind: fc.constantFrom('ad-account', 'page'),
  standing: fc.constantFrom('member', 'finance', 'admin'),
  worksFor: mostly('owner', 'agency'),
  tier: fc.constantFrom(null, 'watch', 'run', 'steward'),
  actions: fc.constantFrom<Action[][]>(['ads.publish'], ['billing.see'], [
    'ads.publish',
    'content.publish',
  ] as Action[]),
  hiding: fc.constantFrom<Figure[][]>([], ['revenue']),
  on: fc.constantFrom('asset', 'holder', 'bundle'),
  to: fc.constantFrom('person', 'team', 'business'),
  giver: mostly('owner', 'agency'),
  from: mostly(-2, 2),
  until: fc.constantFrom(null, -1, 5, 40),
  ended: mostly(null, -1),
  holdsAsset: mostly(true, false),
  frozen: mostly(false, true),
  archived: mostly(false, true),
  closed: mostly(false, true),
  paused: mostly(false, true),
  pausedHere: mostly(false, true),
  frozenHere: mostly(false, true),
  grants: fc.constantFrom(0, 1, 1, 2),
} as const
const one = fc.record(drawn)
type Drawn = typeof one extends fc.Arbitrary<infer One> ? One : never

function factsOf(it: Drawn): AccessFacts {
  const { person, account, frozen, archived } = it
  const owner = aBusiness('Ondaverde Ferries', it.closed)
  const kind = it.kind as 'page'
  const asset = { id: account, number: 'A-2718-2818-24', kind, handle: account, name: account, frozen, archived, owner }
  const to = {
    person: { kind: 'person', id: person, name: person },
    team: { kind: 'team', id: `${person}’s`, name: 'Paid media', since: null },
    business: { kind: 'business', id: agency.id, number: agency.number, name: agency.name, closed: false },
  } as const
  const on = {
    asset,
    holder: { id: 'web', kind: 'analytics-account', name: 'Web' },
    bundle: { id: 'b', kind: 'bundle', name: '' },
  } as const
  const grant = {
    id: person,
    giver: it.giver === 'owner' ? owner : agency,
    holder: to[it.to as 'team'],
    on: on[it.on as 'bundle'],
    tier: it.tier as 'run',
    actions: it.actions,
    hiding: it.hiding,
    from: inDays(it.from),
    until: it.until === null ? null : inDays(it.until),
    ended: it.ended === null ? null : inDays(it.ended),
    upstream: null,
    holdsAsset: it.holdsAsset,
    frozen: false,
    frozenAlone: false,
    mayPassOn: false,
    givenBy: person,
    purpose: null,
  }
  const standing = it.standing as 'member'
  const business = it.worksFor === 'owner' ? owner.id : agency.id
  return {
    person: { id: person, name: person, paused: it.paused, frozenByOwner: false },
    asset,
    memberships: [{ business, standing, paused: it.pausedHere, frozen: it.frozenHere }],
    grants: [grant, { ...grant, id: 'another', tier: 'watch' as const, until: null }].slice(0, it.grants),
    upstream: [],
    ...unlinked,
  }
}

test('facts of one kind give one cell: whatever two of them differ in, each has the cell that its own facts come to', () => {
  let shared = 0
  fc.assert(
    fc.property(one, one, fc.constantFrom(...(Object.keys(drawn) as (keyof Drawn)[])), (it, other, differingIn) => {
      const both = [it, { ...it, [differingIn]: other[differingIn] }].map(factsOf)
      const alone = both.flatMap((facts, column) => {
        const cell = workOutCell(facts, now)
        return cell ? [{ column, ...cell }] : []
      })
      expect(cellsAt(now)(new Map(both.entries()))).toEqual(alone)
      const [first, second] = both.map(facts => kindOfCell(facts, now))
      if (first !== null && first === second) shared++
    }),
    { numRuns: 8_000 },
  )
  expect(shared).toBeGreaterThan(50)
})
