import { expect, test } from 'vitest'
import { allKinds, kinds } from '../kinds/index.ts'
import { fullLevel, levelOf, noAccess, tiers } from '../levels/index.ts'
import { filtersMetBy } from './filters.ts'

const level = (kind: (typeof allKinds)[number], tier: (typeof tiers)[number], hiding: 'revenue'[] = []) =>
  levelOf(kind, { tier, actions: [], hiding })

test('who looks at an ad account sees revenue unless it is hidden; who runs it can spend; a steward can give access', () => {
  expect(filtersMetBy('ad-account', noAccess)).toEqual([])
  expect(filtersMetBy('ad-account', level('ad-account', 'watch'))).toEqual(['sees revenue'])
  expect(filtersMetBy('ad-account', level('ad-account', 'watch', ['revenue']))).toEqual([])
  expect(filtersMetBy('ad-account', level('ad-account', 'run'))).toEqual(['sees revenue', 'can spend'])
  expect(filtersMetBy('ad-account', level('ad-account', 'steward', ['revenue']))).toEqual([
    'can spend',
    'can give access',
  ])
})

test('on every kind a level meets no more than the whole of the kind, and a higher tier no less than a lower one', () => {
  for (const kind of allKinds) {
    const whole = filtersMetBy(kind, fullLevel(kind))
    expect(whole.includes('can spend'), kind).toBe(kinds[kind].spends.length > 0)
    const steps = tiers.map(tier => filtersMetBy(kind, level(kind, tier)))
    for (const [at, met] of steps.entries()) {
      expect(whole).toEqual(expect.arrayContaining(met))
      if (at > 0) expect(met).toEqual(expect.arrayContaining(steps[at - 1]!))
    }
  }
})
