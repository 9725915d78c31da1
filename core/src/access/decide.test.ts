import fc from 'fast-check'
import { expect, test } from 'vitest'
import { covers, levelOf, noAccess, tiers } from '../levels/index.ts'
import { Temporal } from '../time/index.ts'
import type { Standing } from '../standings/index.ts'
import { decide, reachOf } from './decide.ts'
import {
  aBusiness,
  aGrant,
  agency,
  aMembership,
  asset,
  ferries,
  now,
  someFacts,
  toBusiness,
  toTeam,
} from './facts.builders.ts'
import type { GrantFact } from './facts.ts'
import { sayDecision, sayPath } from './tell.ts'

const toAgency = aGrant({ id: 'up', holder: toBusiness(agency) })
const staffed = aGrant({ id: 'down', giver: agency, upstream: 'up', tier: 'steward' })
const atAgency = (standing: Standing) => [aMembership({ business: agency.id, standing })]

test('a grant allows what its tier holds, and tells its path as a sentence', () => {
  const facts = someFacts({
    grants: [aGrant({ hiding: ['revenue'], until: Temporal.Instant.from('2027-05-24T00:00+01:00') })],
  })
  const decision = decide(facts, 'ads.publish', now)

  expect(decision.allowed).toBe(true)
  expect(sayDecision(facts, decision, 'ads.publish', now)).toBe(
    'Yes: Priya Lindqvist may publish adverts on Summer Crossings.',
  )
  expect(sayPath(facts, decision.paths[0]!)).toBe(
    'Ondaverde Ferries let Priya Lindqvist run on Summer Crossings, hiding revenue, until 23 May 2027 (given by Agnese Torvald).',
  )
})

test('a grant holds in [from, until) and not a moment longer', () => {
  const until = now.add({ hours: 1 })
  const facts = someFacts({ grants: [aGrant({ until })] })

  expect(decide(facts, 'ads.publish', until.subtract({ milliseconds: 1 })).allowed).toBe(true)
  expect(decide(facts, 'ads.publish', until)).toMatchObject({ allowed: false, paths: [{ stopped: 'over' }] })
  expect(decide(facts, 'ads.publish', now.subtract({ hours: 25 }))).toMatchObject({
    allowed: false,
    paths: [{ stopped: 'not-begun' }],
  })
})

test.each([
  [
    'the person is paused',
    someFacts({ grants: [aGrant()], person: { id: 'priya', name: 'Priya', paused: true, frozenByOwner: false } }),
    'person-paused',
  ],
  ['the asset is archived', someFacts({ grants: [aGrant()], asset: { ...asset, archived: true } }), 'asset-archived'],
  [
    'the business is closed',
    someFacts({ grants: [aGrant()], asset: { ...asset, owner: { ...ferries, closed: true } } }),
    'business-closed',
  ],
  ['the membership has ended', someFacts({ grants: [aGrant()], memberships: [] }), 'membership-ended'],
  [
    'the membership is paused',
    someFacts({ grants: [aGrant()], memberships: [aMembership({ paused: true })] }),
    'membership-paused',
  ],
  ['the grant was ended', someFacts({ grants: [aGrant({ ended: now })] }), 'ended'],
])('nothing is allowed when %s, and the path says so', (_when, facts, stopped) => {
  const decision = decide(facts, 'report.see', now)
  expect(decision).toMatchObject({ allowed: false, level: noAccess, paths: [{ stopped }] })
  expect(sayPath(facts, decision.paths[0]!)).toContain('not counted, because')
})

test('admins of the owning business have everything, finance people the bills, members nothing of their own', () => {
  const as = (standing: Standing) => someFacts({ memberships: [aMembership({ standing })] })

  expect(decide(as('admin'), 'asset.archive', now).allowed).toBe(true)
  expect(decide(as('finance'), 'billing.see', now).allowed).toBe(true)
  expect(decide(as('finance'), 'ads.publish', now).allowed).toBe(false)
  expect(decide(as('member'), 'report.see', now).paths).toEqual([])
})

test("a partner's staff never reaches above the ceiling", () => {
  const facts = someFacts({ memberships: atAgency('member'), grants: [staffed], upstream: [toAgency] })
  expect(decide(facts, 'ads.publish', now).allowed).toBe(true)
  expect(decide(facts, 'access.change', now).allowed).toBe(false)
})

test("a partner's admin reaches what the partner was given; its other members only what they are put on", () => {
  const to = (standing: Standing) => someFacts({ memberships: atAgency(standing), grants: [toAgency] })
  expect(decide(to('admin'), 'ads.publish', now).allowed).toBe(true)
  expect(decide(to('member'), 'ads.publish', now)).toMatchObject({
    allowed: false,
    paths: [{ stopped: 'not-staffed' }],
  })
})

test('when what was passed on is over, so is what hangs on it, in the same moment', () => {
  const facts = someFacts({
    memberships: atAgency('member'),
    grants: [staffed],
    upstream: [{ ...toAgency, ended: now }],
  })
  expect(decide(facts, 'ads.publish', now.subtract({ milliseconds: 1 })).allowed).toBe(true)
  expect(decide(facts, 'ads.publish', now).allowed).toBe(false)
  expect(decide({ ...facts, upstream: [] }, 'ads.publish', now)).toMatchObject({
    paths: [{ stopped: 'nothing-upstream' }],
  })
})

test('a partner passes on to a further business only where the grant says so', () => {
  const further = aBusiness('Pebblecast Studio')
  const passed = aGrant({
    id: 'further',
    giver: agency,
    upstream: 'up',
    holder: toBusiness(further),
  })
  const memberships = [aMembership({ business: further.id, standing: 'admin' })]
  const through = (mayPassOn: boolean) =>
    decide(someFacts({ memberships, grants: [passed], upstream: [{ ...toAgency, mayPassOn }] }), 'report.see', now)
  expect(through(false)).toMatchObject({ allowed: false, paths: [{ stopped: 'may-not-pass-on' }] })
  expect(through(true).allowed).toBe(true)
})

test('a grant more never lowers anybody, and ending one never raises anybody', () => {
  const grants = fc.array(
    fc
      .record({
        tier: fc.constantFrom(...tiers),
        hiding: fc.subarray(['spend', 'revenue', 'contacts'] as const),
        ended: fc.option(fc.constant(now)),
        team: fc.boolean(),
      })
      .map(({ team, ...rest }) => aGrant({ ...rest, ...(team ? { holder: toTeam } : {}) })),
    { minLength: 1, maxLength: 6 },
  )
  fc.assert(
    fc.property(grants, all => {
      const [one, ...others] = all as [GrantFact, ...GrantFact[]]
      const withIt = reachOf(someFacts({ grants: all }), now).level
      const without = reachOf(someFacts({ grants: others }), now).level
      const ended = reachOf(someFacts({ grants: [{ ...one, ended: now }, ...others] }), now).level
      expect(covers(withIt, without)).toBe(true)
      expect(covers(withIt, ended)).toBe(true)
      for (const path of reachOf(someFacts({ grants: all }), now).paths)
        for (const link of path.grants) expect(covers(levelOf(asset.kind, link), path.level)).toBe(true)
    }),
  )
})

test('a refusal says what somebody has and what it would take', () => {
  const facts = someFacts({ grants: [aGrant({ tier: 'watch' })] })
  expect(sayDecision(facts, decide(facts, 'ads.publish', now), 'ads.publish', now)).toBe(
    'No: Priya Lindqvist has watch on Summer Crossings; that takes run.',
  )
  expect(sayDecision(facts, decide(facts, 'billing.see', now), 'billing.see', now)).toContain('it is given by name')
  expect(sayDecision(facts, decide(facts, 'post.publish', now), 'post.publish', now)).toContain(
    'nobody can publish posts there',
  )
})

test('what the partner holds is told once, within the path of whom it put on it', () => {
  const facts = someFacts({ memberships: atAgency('member'), grants: [toAgency, staffed], upstream: [toAgency] })
  expect(reachOf(facts, now).paths.map(path => path.grants.map(grant => grant.id))).toEqual([['up', 'down']])
  const alone = someFacts({ memberships: atAgency('member'), grants: [toAgency] })
  expect(reachOf(alone, now).paths.map(path => path.stopped)).toEqual(['not-staffed'])
})
