import fc from 'fast-check'
import { expect, test } from 'vitest'
import { allFigures } from '../kinds/index.ts'
import { covers, levelOf, noAccess, tiers, unite } from '../levels/index.ts'
import { isBefore, Temporal } from '../time/index.ts'
import { addTerms } from './addTerms.ts'
import type { Terms } from './terms.ts'

const now = Temporal.Instant.from('2026-11-25T09:00Z')
const someTerms = fc.record({
  tier: fc.constantFrom(...tiers),
  actions: fc.subarray(['billing.see', 'contacts.download'] as const),
  hiding: fc.subarray([...allFigures]),
  from: fc.constant(null),
  until: fc.option(fc.nat(9).map(days => now.add({ hours: (days + 1) * 24 }))),
})
const levelAt = (terms: Terms, at: Temporal.Instant) =>
  terms.until && !isBefore(at, terms.until) ? noAccess : levelOf('ad-account', terms)

test('granting an ask never lowers, never shows what was hidden, and gives at no time more than was held or asked for', () => {
  let granted = 0
  fc.assert(
    fc.property(someTerms, someTerms, fc.nat(11), (has, asked, days) => {
      const added = addTerms(['ad-account'], has, asked)
      if (!added.ok) return
      granted++
      const at = now.add({ hours: days * 24 })
      const [before, after] = [levelAt(has, at), levelAt(added.terms, at)]
      expect(covers(after, before)).toBe(true)
      const most = unite(levelAt(has, at), { ...levelAt(asked, at), sees: new Set(allFigures) })
      for (const action of after.actions) expect(most.actions.has(action)).toBe(true)
      for (const figure of has.hiding) if (before.actions.size > 0) expect(after.sees.has(figure)).toBe(false)
    }),
  )
  expect(granted).toBeGreaterThan(40)
})

test('an end is never dropped, and moves outward only for what was asked for', () => {
  const soon = now.add({ hours: 24 })
  const late = now.add({ hours: 240 })
  const run = { tier: 'run' as const, actions: [], hiding: [], from: null }
  expect(addTerms(['page'], { ...run, until: soon }, { ...run, until: null })).toMatchObject({ terms: { until: soon } })
  expect(addTerms(['page'], { ...run, until: soon }, { ...run, until: late })).toMatchObject({ terms: { until: late } })
  const watch = { ...run, tier: 'watch' as const }
  expect(addTerms(['page'], { ...run, until: soon }, { ...watch, until: late })).toMatchObject({
    terms: { tier: 'run', until: soon },
  })
  expect(addTerms(['page'], { ...watch, until: null }, { ...run, until: soon })).toEqual({
    ok: false,
    code: 'ask.would-lower',
  })
})

test('on a bundle, granting an ask adds on every kind that it takes in, and lowers on none', () => {
  const kinds = ['ad-account', 'page', 'property'] as const
  const onBundle = fc.record({
    tier: fc.option(fc.constantFrom(...tiers)),
    actions: fc.subarray(['billing.see', 'ads.attach', 'analysis.make', 'contacts.download'] as const),
    hiding: fc.subarray([...allFigures]),
    from: fc.constant(null),
    until: fc.option(fc.nat(5).map(days => now.add({ hours: (days + 1) * 24 }))),
  })
  let kept = 0
  let added = 0
  fc.assert(
    fc.property(onBundle, onBundle, (has, asked) => {
      const outcome = addTerms(kinds, has, asked)
      if (!outcome.ok) return
      if (outcome.terms === has) kept++
      for (const kind of kinds) {
        const level = levelOf(kind, outcome.terms)
        expect(covers(level, levelOf(kind, has))).toBe(true)
        expect([...levelOf(kind, asked).actions].every(action => level.actions.has(action))).toBe(true)
        if ([...levelOf(kind, asked).actions].some(action => !levelOf(kind, has).actions.has(action))) added++
        for (const action of level.actions)
          expect(
            levelOf(kind, has).actions.has(action) || levelOf(kind, asked).actions.has(action),
            `${kind} ${action}`,
          ).toBe(true)
      }
    }),
    { numRuns: 300 },
  )
  expect(Math.min(kept, added)).toBeGreaterThan(5)
})

test('what is hidden stays hidden where figures were shown, and is as asked for where there were none', () => {
  const bare = { tier: null, hiding: [], from: null, until: null }
  const attach = { ...bare, actions: ['ads.attach' as const] }
  const watch = { ...bare, tier: 'watch' as const, actions: [], hiding: ['revenue' as const] }
  expect(addTerms(['page'], attach, watch)).toMatchObject({ terms: { hiding: ['revenue'] } })
  expect(addTerms(['page'], { ...watch, hiding: [] }, { ...watch, tier: 'run' })).toMatchObject({
    terms: { hiding: [] },
  })
  expect(addTerms(['ad-account', 'page'], { ...watch, hiding: [] }, { ...watch, tier: 'run' })).toMatchObject({
    terms: { hiding: [] },
  })
  expect(addTerms(['tag', 'page'], { ...watch, hiding: ['spend'] }, { ...watch, tier: 'run' })).toMatchObject({
    terms: { hiding: ['spend'] },
  })
})
