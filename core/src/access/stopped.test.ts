import { expect, test } from 'vitest'
import { decide } from './decide.ts'
import { aGrant, agency, aMembership, anAsset, ferries, now, someFacts, toBusiness, toTeam } from './facts.builders.ts'
import { throughBusiness, type AccessFacts } from './facts.ts'
import { asUnstopped, isHeld, mayGiveOn, reachOf, showReach } from './index.ts'

const stops: readonly [string, string, (facts: AccessFacts) => AccessFacts][] = [
  ['a paused person', 'the person is paused', facts => ({ ...facts, person: { ...facts.person, paused: true } })],
  [
    'a paused membership',
    'their membership is paused',
    facts => ({ ...facts, memberships: facts.memberships.map(one => ({ ...one, paused: true })) }),
  ],
  [
    'a frozen membership',
    'they are frozen there',
    facts => ({ ...facts, memberships: facts.memberships.map(one => ({ ...one, frozen: true })) }),
  ],
  ['a frozen asset', 'the asset is frozen', facts => ({ ...facts, asset: anAsset({ frozen: true }) })],
  ['an archived asset', 'the asset is archived', facts => ({ ...facts, asset: anAsset({ archived: true }) })],
  [
    'a closed business',
    'the business is closed',
    facts => ({ ...facts, asset: anAsset({ owner: { ...ferries, closed: true } }) }),
  ],
]
const ways: readonly [string, AccessFacts][] = [
  ['an admin of the owner', someFacts({ memberships: [aMembership({ standing: 'admin' })] })],
  ['a finance person of the owner', someFacts({ memberships: [aMembership({ standing: 'finance' })] })],
  ['a member with a grant', someFacts({ grants: [aGrant()] })],
  ['a member of a team', someFacts({ grants: [aGrant({ holder: toTeam })] })],
]

test.each(
  stops.flatMap(([stop, why, stopped]) => ways.map(([way, facts]) => [stop, way, why, facts, stopped] as const)),
)('%s leaves %s nothing', (_stop, _way, why, facts, stopped) => {
  const action = facts.memberships[0]!.standing === 'finance' ? 'billing.see' : 'ads.publish'
  expect(decide(facts, action, now).allowed).toBe(true)
  const { allowed, level, paths } = decide(stopped(facts), action, now)
  expect(allowed).toBe(false)
  expect([...level.actions, ...level.sees]).toEqual([])
  const shown = showReach(stopped(facts), { level, paths })
  expect(shown ?? { state: 'nothing', why: null }).toMatchObject(
    why === 'the asset is archived' ? { state: 'nothing' } : { state: 'stopped', why },
  )
})

test('what is held though stopped is shown as it would count; what is over or ended is shown no more', () => {
  const reach = (facts: AccessFacts) => showReach(facts, reachOf(facts, now))
  const paused = { person: { ...someFacts().person, paused: true } }
  expect(reach(someFacts({ ...paused, grants: [aGrant({ tier: 'draft', hiding: ['spend'] })] }))).toMatchObject({
    tier: 'draft',
    sees: ['revenue', 'contacts'],
    state: 'stopped',
  })
  const later = aGrant({ from: now.add({ hours: 1 }) })
  expect(reach(someFacts({ grants: [later] }))).toMatchObject({
    state: 'not begun',
    why: 'it has not begun',
    tier: 'run',
  })
  expect(reach(someFacts({ grants: [later, aGrant({ id: 'g2', tier: 'watch' })] }))).toMatchObject({
    state: 'in force',
    why: null,
    tier: 'watch',
  })
  for (const gone of [{ until: now }, { ended: now }])
    expect(reach(someFacts({ grants: [aGrant({ from: now.subtract({ hours: 48 }), ...gone })] }))).toBeNull()
  expect(reachOf(someFacts({ ...paused, grants: [aGrant()] }), now).paths.map(isHeld)).toEqual([true])
})

test('a business learns of its people what they reach through it, and nothing of their other ways', () => {
  const ours = aGrant({ id: 'ours', holder: toBusiness(agency) })
  const staffing = aGrant({ id: 'staffed', giver: agency, upstream: 'ours' })
  const facts = someFacts({
    memberships: [aMembership(), aMembership({ business: agency.id })],
    grants: [staffing, ours, aGrant({ id: 'own', tier: 'steward' }), aGrant({ id: 'team', holder: toTeam })],
    upstream: [ours],
  })
  const told = throughBusiness(facts, agency.id)
  expect(told.grants.map(grant => grant.id)).toEqual(['staffed', 'ours'])
  expect(told.memberships.map(one => one.business)).toEqual([agency.id])
  expect(reachOf(told, now).paths.map(path => path.steps.find(step => 'grant' in step))).not.toContainEqual(
    expect.objectContaining({ grant: expect.objectContaining({ id: 'own' }) }),
  )
  expect([...mayGiveOn(facts, agency.id).grants].map(grant => grant.id)).toEqual(['staffed', 'ours'])
})

test('who arranges an asset goes on doing so while it is frozen or archived, and by no path through a partner', () => {
  const stewarding = {
    memberships: [aMembership({ standing: 'admin' })],
    asset: anAsset({ frozen: true, archived: true }),
  }
  expect(decide(someFacts(stewarding), 'access.change', now).allowed).toBe(false)
  expect(decide(asUnstopped(someFacts(stewarding)), 'access.change', now).allowed).toBe(true)
  const byPartner = someFacts({
    memberships: [aMembership(), aMembership({ business: agency.id, standing: 'admin' })],
    grants: [aGrant({ tier: 'steward', holder: toBusiness(agency) })],
  })
  expect(decide(byPartner, 'access.change', now).allowed).toBe(true)
  expect(decide(mayGiveOn(byPartner, ferries.id), 'access.change', now).allowed).toBe(false)
  expect(decide(mayGiveOn(byPartner, agency.id), 'access.change', now).allowed).toBe(true)
})
