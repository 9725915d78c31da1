import fc from 'fast-check'
import { expect, test } from 'vitest'
import { allActions, allFigures, allKinds, kinds, type Kind } from '../kinds/index.ts'
import { covers, financeLevel, fullLevel, levelOf, narrow, noAccess, sameLevel, unite, type Level } from './level.ts'
import { actionsOfKind, actionsOfTier, highestTierWithin, leastTier, tiers } from './tier.ts'

const anyKind = fc.constantFrom(...allKinds)
const levelOn = (kind: Kind) =>
  fc
    .record({ actions: fc.subarray([...actionsOfKind(kind)]), sees: fc.subarray([...allFigures]) })
    .map(({ actions, sees }): Level => ({ actions: new Set(actions), sees: new Set(sees) }))
const threeLevels = anyKind.chain(kind => fc.tuple(levelOn(kind), levelOn(kind), levelOn(kind)))

test.each([
  ['union', unite],
  ['intersection', narrow],
])('%s of levels is commutative, associative and idempotent', (_name, join) => {
  fc.assert(
    fc.property(threeLevels, ([a, b, c]) => {
      expect(sameLevel(join(a, b), join(b, a))).toBe(true)
      expect(sameLevel(join(a, join(b, c)), join(join(a, b), c))).toBe(true)
      expect(sameLevel(join(a, a), a)).toBe(true)
    }),
  )
})

test('union and intersection absorb one another', () => {
  fc.assert(
    fc.property(threeLevels, ([a, b]) => {
      expect(sameLevel(unite(a, narrow(a, b)), a)).toBe(true)
      expect(sameLevel(narrow(a, unite(a, b)), a)).toBe(true)
    }),
  )
})

test('another path never lowers anybody, and a link of a path never raises anybody', () => {
  fc.assert(
    fc.property(threeLevels, ([a, b]) => {
      expect(covers(unite(a, b), a)).toBe(true)
      expect(covers(a, narrow(a, b))).toBe(true)
    }),
  )
})

test('on every kind each tier holds all of the tier before it, and the owner holds them all', () => {
  for (const kind of allKinds) {
    tiers.slice(1).forEach((tier, below) => {
      const lower = levelOf(kind, { tier: tiers[below]!, actions: [], hiding: [] })
      const higher = levelOf(kind, { tier, actions: [], hiding: [] })
      expect(covers(higher, lower)).toBe(true)
      expect(higher.actions.size).toBeGreaterThan(lower.actions.size)
    })
    expect(covers(fullLevel(kind), levelOf(kind, { tier: 'steward', actions: [], hiding: [] }))).toBe(true)
  }
})

test('money and the taking out of personal data stand outside the ladder', () => {
  for (const kind of allKinds)
    for (const action of ['billing.see', 'billing.change', 'contacts.download', 'asset.archive'] as const)
      expect(actionsOfTier(kind, 'steward').has(action)).toBe(false)
})

test('a hidden figure is not seen, and an action by name alone shows no figure', () => {
  const hidden = levelOf('ad-account', { tier: 'run', actions: [], hiding: ['revenue'] })
  expect([...hidden.sees]).toEqual(['spend', 'contacts'])
  expect(levelOf('channel', { tier: null, actions: ['caption.edit'], hiding: [] }).sees.size).toBe(0)
})

test('an action that a kind does not have gives nothing on it', () => {
  expect(sameLevel(levelOf('page', { tier: null, actions: ['ads.publish'], hiding: [] }), noAccess)).toBe(true)
})

test('the least tier is the smallest that will do, with its surplus spelled out', () => {
  expect(leastTier('tag', ['tag.use'])).toEqual({ tier: 'run', surplus: ['event.see', 'event.test', 'event.change'] })
  expect(leastTier('ad-account', ['billing.see'])).toBeNull()
})

test('the highest tier within the actions of a tier is that tier', () => {
  for (const kind of allKinds)
    for (const tier of tiers) expect(highestTierWithin(kind, actionsOfTier(kind, tier))).toBe(tier)
  expect(highestTierWithin('page', new Set(['ads.attach'] as const))).toBeNull()
})

test('finance people see the bills and cannot change an advert', () => {
  expect([...financeLevel('ad-account').actions]).toEqual(['billing.see', 'billing.change'])
  expect(financeLevel('page')).toBe(noAccess)
})

test('what a kind contains and what it is called exist in the catalogue', () => {
  for (const rules of Object.values(kinds)) {
    for (const inner of rules.contains) expect(allKinds).toContain(inner)
    for (const action of rules.spends) expect(actionsOfKind(rules.kind as Kind)).toContain(action)
  }
})

test('uniting with nothing changes nothing, from either side, and narrowing with nothing leaves nothing', () => {
  const some = levelOf('ad-account', { tier: 'run', actions: [], hiding: ['spend'] })
  for (const united of [unite(some, noAccess), unite(noAccess, some)]) expect(sameLevel(united, some)).toBe(true)
  expect(sameLevel(unite(noAccess, noAccess), noAccess)).toBe(true)
  for (const left of [narrow(some, noAccess), narrow(noAccess, some)]) expect(sameLevel(left, noAccess)).toBe(true)
})

test('the same terms come to the same level, however many others were worked out between', () => {
  const terms = { tier: 'run', actions: ['billing.see'], hiding: ['revenue'] } as const
  const before = levelOf('ad-account', terms)
  const copy = { actions: new Set(before.actions), sees: new Set(before.sees) }
  const combinations = 2 ** allActions.length
  for (let bits = 0; bits < Math.min(combinations, 6_000); bits++)
    levelOf('page', { tier: null, actions: allActions.filter((_action, at) => (bits >> at) & 1), hiding: [] })
  expect(levelOf('ad-account', terms)).toEqual(copy)
})

test('a tier that holds one of several actions is not enough for them', () => {
  expect(leastTier('ad-account', ['ads.see', 'ads.publish'])?.tier).toBe('run')
  expect(leastTier('ad-account', ['ads.publish', 'ads.see'])?.tier).toBe('run')
  expect(leastTier('ad-account', ['ads.see', 'billing.see'])).toBeNull()
})
