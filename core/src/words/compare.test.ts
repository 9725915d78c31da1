import { expect, test } from 'vitest'
import { allActions, allKinds, byTopic } from '../kinds/index.ts'
import { actionsOfKind, actionsOfTier, ownersActions, tiers } from '../levels/index.ts'
import { compareTiers } from './compare.ts'

test.each(allKinds)('the table of %s holds each of its actions once, under the tiers that hold it', kind => {
  const { topics } = compareTiers(kind)
  const told = topics.flatMap(topic => topic.actions)
  expect(told.map(one => one.action).sort()).toEqual([...actionsOfKind(kind)].sort())
  for (const { action, tiers: holding } of told)
    expect(holding).toEqual(tiers.filter(tier => actionsOfTier(kind, tier).has(action)))
})

test('what stands outside the ladder is in no tier and can be given alone; giving access is steward’s alone', () => {
  const told = compareTiers('ad-account').topics.flatMap(topic => topic.actions)
  const of = (action: string) => told.find(one => one.action === action)
  expect(of('billing.see')).toMatchObject({ words: 'see the bills', tiers: [], alone: true })
  expect(of('access.change')).toMatchObject({ tiers: ['steward'], alone: false })
})

test('who can spend, and who can give access, is told tier by tier', () => {
  const { tiers: told } = compareTiers('ad-account')
  expect(told.map(tier => [tier.tier, tier.canSpend, tier.canGiveAccess])).toEqual([
    ['watch', false, false],
    ['draft', false, false],
    ['run', true, false],
    ['steward', true, true],
  ])
})

test('every action is about something', () => {
  const grouped = byTopic(allActions).flatMap(group => group.actions)
  expect([...grouped].sort()).toEqual([...allActions].sort())
  expect(grouped).toEqual(expect.arrayContaining([...ownersActions]))
})
