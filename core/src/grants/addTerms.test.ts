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
