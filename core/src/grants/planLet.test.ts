import fc from 'fast-check'
import { expect, test } from 'vitest'
import { allFigures } from '../kinds/index.ts'
import { fullLevel, levelOf, tiers } from '../levels/index.ts'
import { Temporal } from '../time/index.ts'
import { planLet } from './planLet.ts'
import type { Terms } from './terms.ts'

const now = Temporal.Instant.from('2026-11-23T09:00Z')
const admin = { level: fullLevel('ad-account'), until: null }
const terms = (over: Partial<Terms> = {}): Terms => ({
  tier: 'run',
  actions: [],
  hiding: [],
  from: null,
  until: null,
  ...over,
})
const anyTerms = fc.record({
  tier: fc.constantFrom(...tiers),
  actions: fc.constant([]),
  hiding: fc.subarray([...allFigures]),
  from: fc.constant(null),
  until: fc.constant(null),
})

test('saying the same again changes nothing; a lower tier lowers, without a fresh proof', () => {
  expect(planLet('ad-account', terms(), admin, [terms()], now)).toMatchObject({
    ok: true,
    change: 'same',
    takesProof: false,
  })
  expect(planLet('ad-account', terms({ tier: 'watch' }), admin, [terms()], now)).toMatchObject({
    ok: true,
    change: 'lowered',
    takesProof: false,
  })
})

test('giving run takes a fresh proof, giving watch does not, and showing what was hidden does, even while lowering', () => {
  expect(planLet('ad-account', terms(), admin, [], now)).toMatchObject({ change: 'new', takesProof: true })
  expect(planLet('ad-account', terms({ tier: 'watch' }), admin, [], now)).toMatchObject({
    change: 'new',
    takesProof: false,
  })
  expect(planLet('ad-account', terms(), admin, [terms({ hiding: ['revenue'] })], now)).toMatchObject({
    change: 'raised',
    takesProof: true,
  })
  expect(planLet('ad-account', terms({ tier: 'watch' }), admin, [terms({ hiding: ['revenue'] })], now)).toMatchObject({
    change: 'changed',
    takesProof: true,
  })
})

test('a steward cannot give what a steward does not hold', () => {
  const steward = { level: levelOf('ad-account', { tier: 'steward', actions: [], hiding: ['revenue'] }), until: null }
  expect(planLet('ad-account', terms({ hiding: ['revenue'] }), steward, [], now).ok).toBe(true)
  expect(planLet('ad-account', terms(), steward, [], now)).toEqual({
    ok: false,
    code: 'grant.above-own-level',
    actions: [],
    sees: ['revenue'],
  })
})

test('an action of another kind, a date that is over and an end before the beginning are refused', () => {
  expect(
    planLet(
      'page',
      terms({ tier: null, actions: ['ads.publish'] }),
      { level: fullLevel('page'), until: null },
      [],
      now,
    ),
  ).toMatchObject({
    code: 'action.unknown',
  })
  expect(planLet('ad-account', terms({ until: now }), admin, [], now)).toMatchObject({ code: 'date.past' })
  const later = now.add({ hours: 2 })
  expect(planLet('ad-account', terms({ from: later, until: now.add({ hours: 1 }) }), admin, [], now)).toMatchObject({
    code: 'date.order',
  })
})

test('nobody gives, extends or changes beyond their own end, nor what is above their own level', () => {
  const end = now.add({ hours: 48 })
  const temp = { level: levelOf('ad-account', { tier: 'steward', actions: [], hiding: ['revenue'] }), until: end }
  const hidden = terms({ hiding: ['revenue'] })
  expect(planLet('ad-account', { ...hidden, until: end }, temp, [], now).ok).toBe(true)
  expect(planLet('ad-account', hidden, temp, [], now)).toMatchObject({ code: 'grant.beyond-own-end' })
  const sooner = { ...hidden, until: end }
  expect(planLet('ad-account', sooner, temp, [hidden], now)).toMatchObject({ code: 'grant.beyond-own-end' })
  expect(planLet('ad-account', sooner, temp, [terms({ until: end })], now)).toMatchObject({ code: 'grant.held-above' })
})

test('extending takes the proof that giving takes, and giving access is no action by itself', () => {
  const soon = terms({ until: now.add({ hours: 1 }) })
  const later = terms({ until: now.add({ hours: 9 }) })
  expect(planLet('ad-account', later, admin, [soon], now)).toMatchObject({ change: 'changed', takesProof: true })
  expect(planLet('ad-account', soon, admin, [later], now)).toMatchObject({ takesProof: false })
  const alone = terms({ tier: 'run', actions: ['access.change'] })
  expect(planLet('ad-account', alone, admin, [], now)).toMatchObject({ code: 'action.not-alone' })
})

test('whatever lowers takes no proof, and only what adds something does', () => {
  fc.assert(
    fc.property(anyTerms, anyTerms, (before, after) => {
      const plan = planLet('ad-account', after, admin, [before], now)
      if (!plan.ok) throw new Error('an admin may give any tier')
      if (plan.takesProof) expect(plan.gains.actions.length + plan.gains.sees.length).toBeGreaterThan(0)
      if (plan.change === 'lowered' || plan.change === 'same') expect(plan.takesProof).toBe(false)
    }),
  )
})

test('what lies above a ceiling that was lowered counts for nothing: it is changed and ended, and what it said goes with it', () => {
  const watching = levelOf('ad-account', { tier: 'watch', actions: [], hiding: [] })
  const lowered = { level: watching, until: null, ceiling: watching }
  const plan = planLet('ad-account', terms({ tier: 'watch' }), lowered, [terms()], now)
  expect(plan).toMatchObject({ ok: true, change: 'lowered', gains: { actions: [] }, loses: { actions: [], sees: [] } })
  expect(
    planLet('ad-account', terms({ tier: 'watch' }), { level: watching, until: null }, [terms()], now),
  ).toMatchObject({
    ok: false,
    code: 'grant.held-above',
  })
  expect(planLet('ad-account', terms(), lowered, [terms()], now)).toMatchObject({
    ok: false,
    code: 'grant.above-own-level',
  })
})

test('whatever is refused gives nothing, and says so', () => {
  const soon = now.add({ hours: 1 })
  const watching = { level: levelOf('ad-account', { tier: 'watch', actions: [], hiding: [] }), until: null }
  const temp = { ...admin, until: now.add({ hours: 2 }) }
  const refused: [string, ReturnType<typeof planLet>][] = [
    ['action.unknown', planLet('ad-account', terms({ actions: ['caption.edit'] }), admin, [], now)],
    ['date.past', planLet('ad-account', terms({ until: now }), admin, [], now)],
    ['date.order', planLet('ad-account', terms({ from: soon, until: soon }), admin, [], now)],
    ['action.not-alone', planLet('ad-account', terms({ tier: null, actions: ['access.change'] }), admin, [], now)],
    ['grant.above-own-level', planLet('ad-account', terms(), watching, [], now)],
    ['grant.held-above', planLet('ad-account', terms({ tier: 'watch' }), watching, [terms()], now)],
    ['grant.beyond-own-end', planLet('ad-account', terms(), temp, [], now)],
    ['grant.beyond-own-end', planLet('ad-account', terms({ until: soon }), temp, [terms()], now)],
  ]
  for (const [code, plan] of refused) expect(plan).toMatchObject({ ok: false, code })
  expect(planLet('ad-account', terms({ tier: 'steward', actions: ['access.change'] }), admin, [], now).ok).toBe(true)
})

test('one grant that takes the place of several is a change, and lasts longer only when it outlasts them all', () => {
  const at = (hours: number) => now.add({ hours })
  const several = [terms({ until: at(5) }), terms({ until: at(9) })]
  const plan = (until: Terms['until'], current = several) =>
    planLet('ad-account', terms({ until }), admin, current, now)
  expect(plan(at(5))).toMatchObject({ change: 'changed', takesProof: false })
  expect(plan(at(7))).toMatchObject({ takesProof: false })
  expect(plan(at(9))).toMatchObject({ takesProof: false })
  expect(plan(at(10))).toMatchObject({ takesProof: true })
  expect(plan(null)).toMatchObject({ takesProof: true })
  expect(plan(null, [terms(), ...several])).toMatchObject({ change: 'changed', takesProof: false })
  expect(plan(null, [...several, terms()])).toMatchObject({ takesProof: false })
  expect(plan(at(5), [terms({ until: at(5) })])).toMatchObject({ change: 'same' })
})
