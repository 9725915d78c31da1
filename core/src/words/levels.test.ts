import { expect, test } from 'vitest'
import { allKinds, kinds, type Action } from '../kinds/index.ts'
import { actionsOfKind, levelOf, tiers } from '../levels/index.ts'
import { describeLevel, sayLevel } from './levels.ts'
import { sayList } from './lists.ts'

test('run on an ad account is told in plain words, with what it keeps back', () => {
  const told = describeLevel('ad-account', levelOf('ad-account', { tier: 'run', actions: [], hiding: ['revenue'] }))

  expect(told.may).toBe(
    'see reports; see, draft, publish and pause adverts; draft and change audiences; change budgets',
  )
  expect(told.mayNot).toContain('look up who has access; give and take away access')
  expect(told.mayNot).toContain('see the bills')
  expect(told.hidden).toEqual(['revenue'])
  expect(told.canSpend).toBe(true)
  expect(told.canGiveAccess).toBe(false)
})

test('a level is called by its highest tier and what comes on top', () => {
  expect(sayLevel('ad-account', levelOf('ad-account', { tier: 'watch', actions: ['billing.see'], hiding: [] }))).toBe(
    'watch and see the bills',
  )
  expect(sayLevel('page', levelOf('page', { tier: null, actions: ['ads.attach'], hiding: [] }))).toBe(
    'use the page in adverts',
  )
})

test('a level is called the same, in whatever order its actions were given', () => {
  const called = (actions: Action[]) => sayLevel('property', levelOf('property', { tier: null, actions, hiding: [] }))
  expect(called(['access.see', 'analysis.make'])).toBe(called(['analysis.make', 'access.see']))
})

test('a list reads as people say it', () => {
  expect(sayList(['a'])).toBe('a')
  expect(sayList(['a', 'b', 'c'])).toBe('a, b and c')
})

test('what a level shows, hides, spends and gives is told for every tier of every kind', () => {
  for (const kind of allKinds)
    for (const tier of tiers) {
      const level = levelOf(kind, { tier, actions: [], hiding: ['revenue'] })
      const told = describeLevel(kind, level)
      expect([...told.sees, ...told.hidden].sort(), `${kind} ${tier}`).toEqual([...kinds[kind].figures].sort())
      expect(told.sees).toEqual(kinds[kind].figures.filter(figure => level.sees.has(figure)))
      expect(told.hidden.includes('revenue')).toBe(kinds[kind].figures.includes('revenue'))
      expect(told.canSpend).toBe(kinds[kind].spends.some(action => level.actions.has(action)))
      expect(told.canGiveAccess).toBe(tier === 'steward' && actionsOfKind(kind).includes('access.change'))
    }
})

test('one action that spends is enough to spend', () => {
  const spends = allKinds.flatMap(kind => kinds[kind].spends.map(action => ({ kind, action })))
  expect(spends.length).toBeGreaterThan(1)
  for (const { kind, action } of spends)
    expect(describeLevel(kind, levelOf(kind, { tier: null, actions: [action], hiding: [] })).canSpend, action).toBe(
      true,
    )
})
