import fc from 'fast-check'
import { expect, test } from 'vitest'
import { allActions, allKinds, kinds } from '../kinds/index.ts'
import { actionsOfKind, levelOf, noAccess, tiers, unite, type Level } from '../levels/index.ts'
import { actionsOfNeed, foreignActions, knownPurposes, sayNeed, surplusOver, takenOn, type Need } from './purpose.ts'
import { readinessFor, type Held } from './readiness.ts'
import { scopeOf, type ScopeAsset } from './scope.ts'

const adverts = knownPurposes.find(purpose => purpose.name === 'run our adverts')!
const asset = (id: string, kind: ScopeAsset['kind'], inside: string | null = null): ScopeAsset => ({
  id,
  kind,
  name: id,
  inside,
})
const summer = asset('summer', 'ad-account')
const winter = asset('winter', 'ad-account')
const page = asset('page', 'page')
const otherPage = asset('other page', 'page')
const tag = asset('tag', 'tag')
const all = [summer, winter, page, otherPage, tag]
const ties = [
  { one: 'summer', other: 'page' },
  { one: 'summer', other: 'tag' },
]
const nothing: Held = { level: noAccess, coming: null }

test('a purpose given on an ad account takes its tied assets along, and no others', () => {
  const scope = scopeOf(adverts, [summer], all, ties)
  expect(scope.items.map(item => [item.asset.id, item.given])).toEqual([
    ['summer', { tier: 'run', actions: [] }],
    ['page', { tier: null, actions: ['ads.attach', 'leads.collect'] }],
    ['tag', { tier: null, actions: ['tag.use'] }],
  ])
  expect(scope.holes).toEqual([])
})

test('what a purpose must have and nobody tied is a hole, with what could be tied', () => {
  const scope = scopeOf(adverts, [winter], all, ties)
  expect(scope.items.map(item => item.asset.id)).toEqual(['winter'])
  expect(scope.holes.map(hole => [hole.need.kind, hole.remedy, hole.candidates.map(one => one.id)])).toEqual([
    ['page', 'tie', ['page', 'other page']],
    ['tag', 'tie', ['tag']],
  ])
  expect(scopeOf(adverts, [winter], [winter], []).holes.map(hole => hole.remedy)).toEqual(['bring in', 'bring in'])
})

test('what was given for a purpose before fills what nothing is tied for, and takes the place of nothing tied', () => {
  const given = [summer, otherPage, tag]
  const ids = (named: ScopeAsset) => scopeOf(adverts, [named], all, ties, given).items.map(item => item.asset.id)
  expect(ids(tag)).toEqual(['summer', 'other page', 'tag'])
  expect(ids(summer)).toEqual(['summer', 'page', 'tag'])
  expect(ids(winter)).toEqual(['winter', 'other page', 'tag'])
})

test('where nothing is named, a purpose takes all that the business has for it', () => {
  expect(scopeOf(adverts, [], all, ties).items.map(item => item.asset.id)).toEqual([
    'summer',
    'winter',
    'page',
    'other page',
    'tag',
  ])
})

test('a property is found by the analytics account that holds it', () => {
  const account = asset('web', 'analytics-account')
  const shop = asset('shop', 'property', 'web')
  const measure = knownPurposes.find(purpose => purpose.name === 'measure conversions')!
  const scope = scopeOf(measure, [account, tag], [account, shop, tag], [])
  expect(scope.items.map(item => item.asset.id)).toEqual(['tag', 'shop'])
})

test('readiness tells what is met, partly met, on its way and missing', () => {
  const scope = scopeOf(adverts, [summer], all, ties)
  const level = (of: ScopeAsset, tier: (typeof tiers)[number]) => levelOf(of.kind, { tier, actions: [], hiding: [] })
  const held: Record<string, Held> = {
    summer: { level: level(summer, 'watch'), coming: null },
    page: { level: noAccess, coming: { level: level(page, 'run'), how: 'waiting' } },
  }
  const { ready, requirements } = readinessFor(adverts, scope, one => held[one.id] ?? nothing)
  expect(ready).toBe(false)
  expect(requirements.filter(one => one.need.must).map(one => [one.asset?.id, one.state])).toEqual([
    ['summer', 'partly'],
    ['page', 'waiting'],
    ['tag', 'missing'],
  ])
  expect(requirements[0]?.missing).toContain('ads.publish')
})

const someLevel = fc.record({
  actions: fc.subarray(allActions).map(actions => new Set(actions)),
  sees: fc.constant(new Set()),
}) as fc.Arbitrary<Level>

test('more access never makes somebody less ready, and exactly what a purpose takes makes them ready', () => {
  fc.assert(
    fc.property(fc.constantFrom(...knownPurposes), someLevel, someLevel, (purpose, one, other) => {
      const owned = allKinds.map(kind => asset(kind, kind))
      const scope = scopeOf(purpose, [], owned, [])
      const readyWith = (level: Level) => readinessFor(purpose, scope, () => ({ level, coming: null })).ready
      if (readyWith(one)) expect(readyWith(unite(one, other))).toBe(true)
      const exact = readinessFor(purpose, scope, ({ kind }) => ({
        level: levelOf(kind, { ...takenOn(purpose, kind)!, hiding: [] }),
        coming: null,
      }))
      expect(exact.requirements.every(requirement => requirement.state === 'met')).toBe(true)
    }),
  )
})

test('every known purpose asks only for what the kinds have, and what it takes leaves no surplus', () => {
  for (const purpose of knownPurposes)
    for (const need of purpose.needs) {
      expect(foreignActions(need), purpose.name).toEqual([])
      expect(actionsOfNeed(need).size).toBeGreaterThan(0)
      const exact = levelOf(need.kind, { ...takenOn(purpose, need.kind)!, hiding: [] })
      expect(surplusOver(purpose, need.kind, exact)).toEqual([])
    }
})

test('giving a tier where an action would do leaves the surplus that is told', () => {
  const run = levelOf('page', { tier: 'run', actions: [], hiding: [] })
  const surplus = surplusOver(adverts, 'page', run)!
  expect(surplus).toContain('post.publish')
  expect(surplus).not.toContain('ads.attach')
  expect(surplusOver(adverts, 'channel', run)).toBeNull()
  expect(actionsOfKind('page')).toEqual(expect.arrayContaining(surplus))
  expect(kinds.page.noun).toBe('page')
})

test('a tie counts from either end, and only between the two that it joins', () => {
  const taken = (named: ScopeAsset[], joined: { one: string; other: string }[]) =>
    scopeOf(adverts, named, all, joined).items.map(item => item.asset.id)
  for (const tie of [
    { one: 'winter', other: 'other page' },
    { one: 'other page', other: 'winter' },
  ]) {
    expect(taken([winter], [tie])).toEqual(['winter', 'other page'])
    expect(taken([summer], [tie])).toEqual(['summer'])
  }
  expect(taken([winter], [{ one: 'other page', other: 'tag' }])).toEqual(['winter'])
  expect(
    taken(
      [winter],
      [
        { one: 'other page', other: 'summer' },
        { one: 'tag', other: 'winter' },
      ],
    ),
  ).toEqual(['winter', 'tag'])
})

test('what holds an asset belongs to it as much as what it holds', () => {
  const account = asset('web', 'analytics-account')
  const shop = asset('shop', 'property', 'web')
  const elsewhere = asset('app', 'property', 'other web')
  const both = {
    name: 'look after the numbers',
    needs: [
      { kind: 'analytics-account', tier: 'watch', actions: [], must: true },
      { kind: 'property', tier: 'watch', actions: [], must: false },
    ],
  } as const
  const owned = [account, shop, elsewhere]
  expect(scopeOf(both, [shop], owned, []).items.map(item => [item.asset.id, item.must])).toEqual([
    ['web', true],
    ['shop', false],
  ])
  expect(scopeOf(both, [elsewhere], owned, []).holes).toMatchObject([{ need: { kind: 'analytics-account' } }])
  expect(scopeOf(both, [account], [account], []).holes).toEqual([])
})

const someNeeds = fc.uniqueArray(
  fc.record({
    kind: fc.constantFrom(...allKinds),
    tier: fc.option(fc.constantFrom(...tiers)),
    actions: fc.constant([]),
    must: fc.boolean(),
  }),
  { minLength: 1, maxLength: 5, selector: need => `${need.kind} ${need.must}` },
)

test('somebody is ready when all that must be is met, holes counted in, whatever else is missing', () => {
  const answers = new Set<boolean>()
  fc.assert(
    fc.property(someNeeds, fc.subarray([...allKinds]), fc.subarray([...allKinds]), (needs, owned, held) => {
      const purpose = { name: 'any', needs: needs.filter(need => need.tier !== null) }
      const scope = scopeOf(
        purpose,
        [],
        owned.map(kind => asset(kind, kind)),
        [],
      )
      const { ready, requirements } = readinessFor(purpose, scope, ({ kind }) => ({
        level: held.includes(kind) ? levelOf(kind, { tier: 'steward', actions: [], hiding: [] }) : noAccess,
        coming: null,
      }))
      const met = ({ kind }: { kind: (typeof allKinds)[number] }) => owned.includes(kind) && held.includes(kind)
      expect(ready).toBe(purpose.needs.filter(need => need.must).every(met))
      for (const one of requirements) expect(one.state).toBe(one.asset && met(one.need) ? 'met' : 'missing')
      for (const hole of requirements.filter(one => !one.asset)) {
        expect(hole.need.must).toBe(true)
        expect(hole.missing).toEqual([...actionsOfNeed(hole.need)])
      }
      answers.add(ready)
    }),
  )
  expect(answers.size).toBe(2)
})

test('what is coming is told as coming only when it brings all that is missing', () => {
  const scope = scopeOf(adverts, [summer], [summer], [])
  const coming = (tier: (typeof tiers)[number]) => ({
    level: levelOf('ad-account', { tier, actions: [], hiding: [] }),
    how: 'not begun' as const,
  })
  const state = (held: Held) => readinessFor(adverts, scope, () => held).requirements[0]!.state
  expect(state({ level: noAccess, coming: coming('run') })).toBe('not begun')
  expect(state({ level: noAccess, coming: coming('watch') })).toBe('missing')
  expect(state({ level: coming('watch').level, coming: coming('draft') })).toBe('partly')
  expect(state({ level: coming('run').level, coming: coming('watch') })).toBe('met')
})

test('several needs on one kind come to the highest tier, and name only the actions that it does not hold', () => {
  const need = (tier: (typeof tiers)[number] | null, actions: Need['actions'] = []): Need => ({
    kind: 'ad-account',
    tier,
    actions,
    must: true,
  })
  const taken = (...needs: Need[]) => takenOn({ name: 'any', needs }, 'ad-account')
  expect(taken(need('run'), need('watch'))).toEqual({ tier: 'run', actions: [] })
  expect(taken(need('watch'), need('run'))).toEqual({ tier: 'run', actions: [] })
  expect(taken(need(null, ['ads.publish', 'billing.see']), need('run'))).toEqual({
    tier: 'run',
    actions: ['billing.see'],
  })
  expect(taken(need(null, ['billing.see']), need(null, ['billing.see']))).toEqual({
    tier: null,
    actions: ['billing.see'],
  })
  expect(takenOn({ name: 'any', needs: [need('run')] }, 'page')).toBeNull()
})

test('a need is read as what is done and on what', () => {
  const said = adverts.needs.map(sayNeed)
  expect(said[0]).toBe('run on an ad account')
  expect(said.join('; ')).toContain('use the page in adverts on a page')
})
