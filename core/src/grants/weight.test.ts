import fc from 'fast-check'
import { expect, test } from 'vitest'
import { allActions, allFigures, allKinds, type Kind } from '../kinds/index.ts'
import { covers, levelOf, tiers } from '../levels/index.ts'
import { Temporal } from '../time/index.ts'
import type { Terms } from './terms.ts'
import { canAct, grantToPassOn, isLess, isWeighty, kindsHeldBy, standingTakesProof, termsTakeProof } from './weight.ts'

const day = (days: number) => Temporal.Instant.from('2026-11-23T00:00Z').add({ hours: days * 24 })
const terms = (over: Partial<Terms> = {}): Terms => ({
  tier: 'run',
  actions: [],
  hiding: [],
  from: null,
  until: null,
  ...over,
})
const someTerms = fc.record({
  tier: fc.option(fc.constantFrom(...tiers)),
  actions: fc.uniqueArray(fc.constantFrom(...allActions), { maxLength: 3 }),
  hiding: fc.uniqueArray(fc.constantFrom(...allFigures), { maxLength: 2 }),
  from: fc.option(fc.integer({ min: 0, max: 5 }).map(day)),
  until: fc.option(fc.integer({ min: 6, max: 12 }).map(day)),
})
const someKinds = fc.uniqueArray(fc.constantFrom(...allKinds), { minLength: 1, maxLength: 4 })
const bundle = kindsHeldBy({ kind: null, rule: null })

test('less is never more: no action, no figure, no day that was not proposed, whatever the bundle takes in later', () => {
  fc.assert(
    fc.property(someKinds, someTerms, someTerms, (kinds, proposed, answered) => {
      if (!isLess(kinds, proposed, answered)) return
      for (const kind of kinds) expect(covers(levelOf(kind, proposed), levelOf(kind, answered))).toBe(true)
      for (const figure of proposed.hiding) expect(answered.hiding).toContain(figure)
      const [begin, end] = [answered.from ?? day(-1), answered.until ?? day(99)]
      expect(Temporal.Instant.compare(begin, proposed.from ?? day(-1))).toBeGreaterThanOrEqual(0)
      expect(Temporal.Instant.compare(end, proposed.until ?? day(99))).toBeLessThanOrEqual(0)
    }),
  )
})

test.each<[string, Partial<Terms>, Partial<Terms>, boolean]>([
  ['the same', {}, {}, true],
  ['a lower tier', {}, { tier: 'watch' }, true],
  ['a higher tier', {}, { tier: 'steward' }, false],
  ['an end where there was none', {}, { until: day(3) }, true],
  ['an end a second later', { until: day(3) }, { until: day(3).add({ seconds: 1 }) }, false],
  ['the same end', { until: day(3) }, { until: day(3) }, true],
  ['no end where there was one', { until: day(3) }, {}, false],
  ['beginning later', { from: day(3) }, { from: day(4) }, true],
  ['beginning a second sooner', { from: day(3) }, { from: day(3).subtract({ seconds: 1 }) }, false],
  ['beginning at once where it was to begin later', { from: day(3) }, {}, false],
  ['beginning later where it was to begin at once', {}, { from: day(3) }, true],
  ['showing what was hidden', { hiding: ['revenue'] }, {}, false],
  ['hiding what is hidden, on lower terms', { hiding: ['revenue'] }, { tier: 'watch', hiding: ['revenue'] }, true],
  ['hiding more', {}, { hiding: ['revenue'] }, true],
  ['an action of the tier alone', {}, { tier: null, actions: ['ads.publish'] }, true],
  ['an action beyond the tier', { tier: 'draft' }, { tier: null, actions: ['ads.publish'] }, false],
  ['an action that no kind there has', {}, { tier: 'watch', actions: ['caption.edit'] }, false],
])('%s is less of what was proposed, or is not', (_what, proposed, answered, less) => {
  expect(isLess(['ad-account'], terms(proposed), terms(answered))).toBe(less)
})

test('a bundle is weighed by what it can ever take in: by its rule, or by list anything at all', () => {
  expect(kindsHeldBy({ kind: 'page', rule: null })).toEqual(['page'])
  expect(kindsHeldBy({ kind: null, rule: ['tag'] })).toEqual(['tag'])
  expect(bundle).toEqual(allKinds)
  const less = (kinds: readonly Kind[]) =>
    isLess(kinds, terms({ tier: 'watch' }), terms({ tier: null, actions: ['caption.edit'] }))
  expect(less(bundle)).toBe(false)
})

test('giving access and the bills are weighty, and what can act takes a proof; to look is neither', () => {
  const kinds: readonly Kind[] = ['ad-account']
  for (const over of [
    { tier: 'steward' },
    { tier: null, actions: ['billing.see'] },
    { tier: null, actions: ['billing.change'] },
  ])
    expect(isWeighty(kinds, terms(over as Partial<Terms>))).toBe(true)
  for (const tier of ['watch', 'draft', 'run'] as const) expect(isWeighty(kinds, terms({ tier }))).toBe(false)
  expect(isWeighty(bundle, terms({ tier: 'steward' }))).toBe(true)
  expect(termsTakeProof(kinds, null, terms())).toBe(true)
  expect(termsTakeProof(kinds, null, terms({ tier: 'watch' }))).toBe(false)
  expect(termsTakeProof(kinds, terms(), terms({ tier: 'watch' }))).toBe(false)
  expect(canAct([{ kinds, given: terms({ tier: 'watch' }) }])).toBe(false)
  expect(
    canAct([
      { kinds, given: terms({ tier: 'watch' }) },
      { kinds, given: terms() },
    ]),
  ).toBe(true)
  expect((['member', 'finance', 'admin'] as const).map(standingTakesProof)).toEqual([false, true, true])
})

test('what is passed on hangs on the grant that covers it; to a further business only on one that says so', () => {
  const grant = (over: object) => ({ ...terms({ tier: 'watch' }), mayPassOn: false, upstream: null, ...over })
  const narrow = grant({})
  const wide = grant({ tier: 'run' })
  const further = grant({ tier: 'run', mayPassOn: true })
  const passedOn = grant({ tier: 'run', mayPassOn: true, upstream: 'g' })
  expect(grantToPassOn([narrow, wide], ['ad-account'], terms(), false)).toBe(wide)
  expect(grantToPassOn([narrow], ['ad-account'], terms(), false)).toBe(narrow)
  expect(grantToPassOn([wide, passedOn, further], ['ad-account'], terms(), true)).toBe(further)
  expect(grantToPassOn([wide, passedOn], ['ad-account'], terms(), true)).toBeNull()
  expect(grantToPassOn([], ['ad-account'], terms(), false)).toBeNull()
})

test('on a bundle, one kind on which it weighs, or on which it is more, is enough', () => {
  const kinds: readonly Kind[] = ['tag', 'ad-account']
  expect(isWeighty(kinds, terms({ tier: null, actions: ['billing.see'] }))).toBe(true)
  expect(isWeighty(['tag', 'page'], terms({ tier: null, actions: ['billing.see'] }))).toBe(false)
  expect(termsTakeProof(['page', 'ad-account'], null, terms({ tier: null, actions: ['ads.publish'] }))).toBe(true)
  expect(termsTakeProof(['page', 'channel'], null, terms({ tier: null, actions: ['ads.publish'] }))).toBe(false)
  const named = terms({ tier: 'watch', actions: ['ads.publish'] })
  expect(isLess(['page', 'ad-account'], terms({ tier: 'watch' }), named)).toBe(false)
  const grant = (over: object) => ({ ...terms({ tier: 'watch' }), mayPassOn: false, upstream: null, ...over })
  const [some, everything] = [grant({ actions: ['ads.publish'] }), grant({ tier: 'run' })]
  const wanted = terms({ tier: null, actions: ['ads.publish', 'post.publish'] })
  expect(grantToPassOn([some, everything], ['ad-account', 'page'], wanted, false)).toBe(everything)
})

test('whoever answers hides all that was to be hidden, also a figure that their level would not show anyway', () => {
  const proposed = terms({ tier: 'watch', hiding: ['contacts'] })
  expect(isLess(['page'], proposed, terms({ tier: null, actions: ['ads.attach'], hiding: [] }))).toBe(false)
  expect(isLess(['page'], proposed, terms({ tier: null, actions: ['ads.attach'], hiding: ['contacts'] }))).toBe(false)
  expect(isLess(['page'], proposed, terms({ tier: 'watch', hiding: ['contacts', 'revenue'] }))).toBe(true)
})
