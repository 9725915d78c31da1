import fc from 'fast-check'
import { expect, test } from 'vitest'
import { allFigures } from '../kinds/index.ts'
import { fullLevel, levelOf, tiers } from '../levels/index.ts'
import { Temporal } from '../time/index.ts'
import { planLet, type Words } from './plan.ts'

const now = Temporal.Instant.from('2026-11-23T09:00Z')
const admin = fullLevel('ad-account')
const words = (over: Partial<Words> = {}): Words => ({
  tier: 'run',
  actions: [],
  hiding: [],
  from: null,
  until: null,
  ...over,
})
const anyWords = fc.record({
  tier: fc.constantFrom(...tiers),
  actions: fc.constant([]),
  hiding: fc.subarray([...allFigures]),
  from: fc.constant(null),
  until: fc.constant(null),
})

test('saying the same again changes nothing; a lower tier lowers, without a fresh proof', () => {
  expect(planLet('ad-account', words(), admin, words(), now)).toMatchObject({
    ok: true,
    change: 'same',
    takesProof: false,
  })
  expect(planLet('ad-account', words({ tier: 'watch' }), admin, words(), now)).toMatchObject({
    ok: true,
    change: 'lowered',
    takesProof: false,
  })
})

test('giving run takes a fresh proof, giving watch does not, and showing what was hidden does, even while lowering', () => {
  expect(planLet('ad-account', words(), admin, null, now)).toMatchObject({ change: 'new', takesProof: true })
  expect(planLet('ad-account', words({ tier: 'watch' }), admin, null, now)).toMatchObject({
    change: 'new',
    takesProof: false,
  })
  expect(planLet('ad-account', words(), admin, words({ hiding: ['revenue'] }), now)).toMatchObject({
    change: 'raised',
    takesProof: true,
  })
  expect(planLet('ad-account', words({ tier: 'watch' }), admin, words({ hiding: ['revenue'] }), now)).toMatchObject({
    change: 'changed',
    takesProof: true,
  })
})

test('a steward cannot give what a steward does not hold', () => {
  const steward = levelOf('ad-account', { tier: 'steward', actions: [], hiding: ['revenue'] })
  expect(planLet('ad-account', words({ hiding: ['revenue'] }), steward, null, now).ok).toBe(true)
  expect(planLet('ad-account', words(), steward, null, now)).toEqual({
    ok: false,
    code: 'grant.above-own-level',
    actions: [],
    sees: ['revenue'],
  })
})

test('an action of another kind, a date that is over and an end before the beginning are refused', () => {
  expect(planLet('page', words({ tier: null, actions: ['ads.publish'] }), fullLevel('page'), null, now)).toMatchObject({
    code: 'action.unknown',
  })
  expect(planLet('ad-account', words({ until: now }), admin, null, now)).toMatchObject({ code: 'date.past' })
  const later = now.add({ hours: 2 })
  expect(planLet('ad-account', words({ from: later, until: now.add({ hours: 1 }) }), admin, null, now)).toMatchObject({
    code: 'date.order',
  })
})

test('whatever lowers takes no proof, and only what adds something does', () => {
  fc.assert(
    fc.property(anyWords, anyWords, (before, after) => {
      const plan = planLet('ad-account', after, admin, before, now)
      if (!plan.ok) throw new Error('an admin may give any tier')
      if (plan.takesProof) expect(plan.gains.actions.length + plan.gains.sees.length).toBeGreaterThan(0)
      if (plan.change === 'lowered' || plan.change === 'same') expect(plan.takesProof).toBe(false)
    }),
  )
})
