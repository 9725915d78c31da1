import fc from 'fast-check'
import { expect, test } from 'vitest'
import { allActions, allFigures } from '../kinds/index.ts'
import { tiers } from '../levels/index.ts'
import { Temporal } from '../time/index.ts'
import { isByPurpose, parseWanted, partOf, printWanted, sayThings, wantedOf, type What } from './index.ts'

const zone = 'Europe/Lisbon'
const today = Temporal.PlainDate.from('2026-11-23')
const end = Temporal.Instant.from('2027-06-01T00:00+01:00')
const terms = (over: object = {}) => ({
  tier: 'run' as const,
  actions: [],
  hiding: [],
  from: null,
  until: null,
  ...over,
})
const account: What = { by: 'handle', kind: 'ad-account', handle: 'summer-crossings' }
const page: What = { by: 'handle', kind: 'page', handle: 'day-trips' }
const thing = (name: string, over: object = {}, kind: 'ad-account' | 'page' = 'ad-account') => ({
  name,
  kind,
  terms: terms(over),
})

test.each([
  [[], null, 'nothing yet'],
  [[thing('Summer Crossings')], null, 'run on Summer Crossings'],
  [[thing('Summer Crossings'), thing('Winter Freight')], null, 'run on Summer Crossings and Winter Freight'],
  [
    [thing('Summer Crossings', { hiding: ['revenue'] }), thing('Winter Freight', { hiding: ['revenue'] })],
    'run our adverts',
    'run on Summer Crossings and Winter Freight, hiding revenue, to run our adverts',
  ],
  [
    [
      thing('Summer Crossings', { until: end }),
      thing('Day Trips', { tier: null, actions: ['ads.attach'], until: end }, 'page'),
    ],
    null,
    'run on Summer Crossings and use the page in adverts on Day Trips, until 31 May 2027',
  ],
  [
    [thing('Summer Crossings', { until: end }), thing('Day Trips', { tier: 'watch' }, 'page')],
    null,
    'run on Summer Crossings, until 31 May 2027; watch on Day Trips',
  ],
  [
    [thing('Summer Crossings', { hiding: ['spend', 'revenue'] }), thing('Winter Freight')],
    null,
    'run on Summer Crossings, hiding spend and revenue; run on Winter Freight',
  ],
  [
    [thing('Summer Crossings', { tier: 'draft' }), thing('Day Trips', { tier: 'watch' }, 'page')],
    'prepare adverts for approval',
    'prepare adverts for approval on Summer Crossings and Day Trips',
  ],
  [
    [thing('Summer Crossings', { tier: 'draft' }), thing('Day Trips', { tier: 'run' }, 'page')],
    'prepare adverts for approval',
    'draft on Summer Crossings and run on Day Trips, to prepare adverts for approval',
  ],
  [[thing('Summer Crossings', { from: end })], null, 'run on Summer Crossings, from 1 June 2027'],
] as const)(
  'what is given is read with what holds for all said once, and the rest with each: %#',
  (things, purpose, said) => {
    expect(sayThings(things, zone, purpose)).toBe(said)
  },
)

test('things with their terms become one sentence without whom, alike ones together, and are read again as the same', () => {
  const wanted = wantedOf(
    [
      { what: account, terms: terms({ hiding: ['revenue'], until: end }) },
      { what: page, terms: terms({ tier: 'watch' }) },
      { what: { by: 'bundle', handle: 'season' }, terms: terms({ hiding: ['revenue'], until: end }) },
    ],
    zone,
    { purpose: 'run our adverts' },
  )
  const text =
    'run on ad-account/summer-crossings, bundle/season hiding revenue until 2027-05-31 and watch on page/day-trips to "run our adverts"'
  expect(printWanted(wanted)).toBe(text)
  expect(parseWanted(text, today)).toEqual({ ok: true, wanted })
  expect(isByPurpose(wanted)).toBe(false)
  const exact = partOf({ what: account, terms: terms({ until: end.add({ hours: 5 }), from: end }) }, zone)
  expect(exact).toMatchObject({ from: { date: '2027-06-01' }, until: { at: '2027-06-01T05:00+01:00' } })
})

test('any terms are the same after they were printed and read', () => {
  const some = fc.record({
    tier: fc.option(fc.constantFrom(...tiers)),
    actions: fc.uniqueArray(fc.constantFrom(...allActions), { maxLength: 3 }),
    hiding: fc.uniqueArray(fc.constantFrom(...allFigures), { maxLength: 3 }),
    from: fc.constant(null),
    until: fc.option(fc.integer({ min: 1, max: 900 }).map(days => end.add({ hours: days * 24 }))),
  })
  fc.assert(
    fc.property(some, one => {
      if (one.tier === null && one.actions.length === 0) return
      const wanted = wantedOf([{ what: account, terms: one }], zone)
      const reading = parseWanted(printWanted(wanted), today)
      expect(reading).toMatchObject({ ok: true, wanted: { parts: [{ tier: one.tier, on: [account] }] } })
      if (reading.ok) {
        expect(new Set(reading.wanted.parts[0]!.actions)).toEqual(new Set(one.actions))
        expect(new Set(reading.wanted.parts[0]!.hiding)).toEqual(new Set(one.hiding))
      }
    }),
  )
})

test('what cannot be read points at the word, counted from where somebody began to type', () => {
  const text = 'fly on ad-account/summer-crossings'
  const reading = parseWanted(text, today)
  expect(reading).toMatchObject({ ok: false, error: { start: 0, end: 3 } })
  expect(parseWanted('run on', today)).toMatchObject({ ok: false })
  expect(parseWanted(', bea@ondaverde.example run on page/day-trips', today)).toMatchObject({
    ok: false,
    error: { message: expect.stringContaining('not for whom') },
  })
  const purpose = parseWanted('"read the results"', today)
  expect(purpose.ok && isByPurpose(purpose.wanted)).toBe(true)
})
