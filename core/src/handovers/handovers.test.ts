import fc from 'fast-check'
import { expect, test } from 'vitest'
import { actionsOfTier, tiers } from '../levels/index.ts'
import { Temporal } from '../time/index.ts'
import { fatesOf, goesBeyond, narrowedTo, type WordsGiven } from './account.ts'
import { completesAt, longestCoolingHours, usualCoolingHours } from './course.ts'

const plain = { isKept: false, isBundle: false }
const now = Temporal.Instant.from('2027-06-01T12:00:00Z')

test('others stay and can be let fall; the old owner’s people fall, or stand beneath what is kept', () => {
  expect(fatesOf('others', plain)).toEqual({ usual: 'stays', others: ['falls'] })
  expect(fatesOf('old owner’s people', plain)).toEqual({ usual: 'falls', others: [] })
  expect(fatesOf('old owner’s people', { ...plain, isKept: true })).toEqual({ usual: 'beneath', others: ['falls'] })
  expect(fatesOf('new owner', plain)).toEqual({ usual: 'falls', others: [] })
  expect(fatesOf('new owner’s people', plain)).toEqual({ usual: 'own', others: [] })
  expect(fatesOf('others', { ...plain, isBundle: true })).toEqual({ usual: 'falls', others: [] })
})

const words: WordsGiven = { tier: 'draft', actions: [], hiding: ['revenue'], until: now, mayPassOn: false }

test.each<[string, Partial<WordsGiven>, boolean]>([
  ['the same', {}, false],
  ['a lower tier', { tier: 'watch' }, false],
  ['more hidden', { hiding: ['revenue', 'spend'] }, false],
  ['a sooner end', { until: now.subtract({ hours: 1 }) }, false],
  ['a higher tier', { tier: 'run' }, true],
  ['an action by name', { actions: ['billing.see'] }, true],
  ['less hidden', { hiding: [] }, true],
  ['a later end', { until: now.add({ hours: 1 }) }, true],
  ['no end', { until: null }, true],
  ['passing on', { mayPassOn: true }, true],
])('%s goes beyond what was signed or not', (_what, over, beyond) => {
  expect(goesBeyond('ad-account', { ...words, ...over }, words)).toBe(beyond)
})

test('narrowed to a tier nothing is left beyond it, and nothing is added', () => {
  const given = fc.record({
    tier: fc.option(fc.constantFrom(...tiers)),
    actions: fc.subarray(['ads.publish', 'billing.see', 'report.see'] as const).map(all => [...all]),
  })
  fc.assert(
    fc.property(given, fc.constantFrom(...tiers), (level, most) => {
      const left = narrowedTo('ad-account', level, most)
      const held = (of: typeof left) =>
        new Set<string>([...(of.tier ? actionsOfTier('ad-account', of.tier) : []), ...of.actions])
      for (const action of held(left)) {
        expect(held(level).has(action)).toBe(true)
        expect(actionsOfTier('ad-account', most).has(action as 'ads.publish')).toBe(true)
      }
    }),
  )
})

test('it completes after the longer of what both have set', () => {
  expect(completesAt(now, 0, usualCoolingHours).epochMilliseconds - now.epochMilliseconds).toBe(72 * 3_600_000)
  expect(completesAt(now, longestCoolingHours, 1)).toEqual(now.add({ hours: 336 }))
  expect(completesAt(now, 0, 0)).toEqual(now)
})
