import { expect, test } from 'vitest'
import { Temporal } from '../time/index.ts'
import { decide } from './decide.ts'
import { aGrant, agency, aMembership, anAsset, asset, ferries, now, someFacts, toBusiness } from './facts.builders.ts'
import {
  endOfPath,
  isDirect,
  latestEnd,
  partnerOn,
  reachOf,
  sayDecision,
  sayPath,
  showLevel,
  showReach,
  sinceOn,
  standingOn,
  stationsOn,
  throughOf,
  type AccessFacts,
  type Path,
} from './index.ts'
import { fullLevel, levelOf } from '../levels/index.ts'

const days = (count: number) => now.add({ hours: count * 24 })
const bundle = { id: 'b', kind: 'bundle' as const, name: 'Summer season' }
const account = { id: 'acc', kind: 'analytics-account' as const, name: 'Ondaverde web' }
const team = (since: Temporal.Instant | null) => ({ kind: 'team' as const, id: 't', name: 'Paid media', since })
const only = (facts: AccessFacts): Path => {
  const { paths } = reachOf(facts, now)
  expect(paths).toHaveLength(1)
  return paths[0]!
}
/** What the owner gave a partner, and whom that put on it. */
const staffed = (over: object = {}) => {
  const given = aGrant({ id: 'up', holder: toBusiness(agency), until: days(30), on: bundle })
  return someFacts({
    memberships: [aMembership({ business: agency.id })],
    grants: [aGrant({ giver: agency, upstream: 'up', tier: 'draft', until: days(9), ...over })],
    upstream: [given],
  })
}

test('a path tells by what it ends at the person, and whom the owner dealt with', () => {
  expect(throughOf(only(someFacts({ memberships: [aMembership({ standing: 'admin' })] })))).toBe('owner')
  expect(throughOf(only(someFacts({ grants: [aGrant()] })))).toBe('person')
  expect(throughOf(only(someFacts({ grants: [aGrant({ holder: team(null) })] })))).toBe('team')
  const admin = someFacts({
    memberships: [aMembership({ business: agency.id, standing: 'admin' })],
    grants: [aGrant({ holder: toBusiness(agency) })],
  })
  expect(throughOf(only(admin))).toBe('business')
  expect(partnerOn(only(admin))?.name).toBe('Gullwright & Moss')
  expect(partnerOn(only(staffed()))?.name).toBe('Gullwright & Moss')
  expect(partnerOn(only(someFacts({ grants: [aGrant()] })))).toBeNull()
  expect(only(staffed()).grants.map(grant => grant.id)).toEqual(['up', 'g1'])
})

test('only the owner’s own people have a path by their standing', () => {
  for (const standing of ['admin', 'finance'] as const)
    expect(standingOn(only(someFacts({ memberships: [aMembership({ standing })] })))).toBe(standing)
  expect(standingOn(only(someFacts({ grants: [aGrant()] })))).toBeNull()
})

test('a path is direct where it is a grant to them on the asset itself, or their standing', () => {
  const direct = (facts: AccessFacts) => isDirect(only(facts), asset.id)
  expect(direct(someFacts({ memberships: [aMembership({ standing: 'admin' })] }))).toBe(true)
  expect(direct(someFacts({ grants: [aGrant()] }))).toBe(true)
  expect(direct(someFacts({ grants: [aGrant({ on: bundle })] }))).toBe(false)
  expect(direct(someFacts({ grants: [aGrant({ holder: team(null) })] }))).toBe(false)
  expect(direct(staffed())).toBe(false)
})

test('a path ends with the first of its grants, and several with the last of theirs', () => {
  expect(endOfPath(only(staffed()))?.equals(days(9))).toBe(true)
  expect(endOfPath(only(staffed({ until: days(60) })))?.equals(days(30))).toBe(true)
  const [endless, short, long] = [null, days(3), days(8)].map(until => only(someFacts({ grants: [aGrant({ until })] })))
  expect(endOfPath(endless!)).toBeNull()
  expect(latestEnd([short!, long!])?.equals(days(8))).toBe(true)
  expect(latestEnd([long!, short!])?.equals(days(8))).toBe(true)
  expect(latestEnd([short!, endless!])).toBeNull()
  expect(latestEnd([])).toBeNull()
})

test('somebody has it since it was given, or since they joined the team it was given to', () => {
  const given = days(-20)
  const since = (joined: Temporal.Instant | null) =>
    sinceOn(only(someFacts({ grants: [aGrant({ from: given, holder: team(joined) })] })))
  expect(since(days(-3))?.equals(days(-3))).toBe(true)
  expect(since(days(-40))?.equals(given)).toBe(true)
  expect(since(null)?.equals(given)).toBe(true)
  expect(sinceOn(only(someFacts({ grants: [aGrant({ from: given })] })))?.equals(given)).toBe(true)
  expect(sinceOn(only(someFacts({ memberships: [aMembership({ standing: 'admin' })] })))).toBeNull()
})

test('what stands between the owner and the person is named in its order', () => {
  expect(stationsOn(only(someFacts({ grants: [aGrant()] })))).toEqual([])
  expect(stationsOn(only(someFacts({ grants: [aGrant({ on: bundle, holder: team(null) })] })))).toEqual(
    expect.arrayContaining(['Summer season', 'Paid media']),
  )
  expect(stationsOn(only(staffed()))).toEqual(['Gullwright & Moss', 'Summer season'])
  const property = anAsset({ kind: 'property', id: 'p' })
  const inside = someFacts({ asset: property, grants: [aGrant({ on: account, tier: 'watch' })] })
  expect(stationsOn(only(inside))).toEqual(['Ondaverde web'])
  expect(only(inside).steps.map(step => step.kind)).toContain('inside')
})

test('a level is shown by its tier, what is given beyond it, and what it shows and hides', () => {
  expect(
    showLevel('ad-account', levelOf('ad-account', { tier: 'run', actions: ['billing.see'], hiding: ['revenue'] })),
  ).toEqual({
    tier: 'run',
    named: ['billing.see'],
    level: 'run and see the bills',
    sees: ['spend', 'contacts'],
    hidden: ['revenue'],
  })
  expect(showLevel('page', levelOf('page', { tier: null, actions: ['ads.attach'], hiding: [] }))).toMatchObject({
    tier: null,
    sees: [],
    hidden: ['revenue', 'contacts'],
  })
})

test('an admin of the owner is shown by the highest tier alone, and by nothing besides', () => {
  const facts = someFacts({ memberships: [aMembership({ standing: 'admin' })], grants: [aGrant({ tier: 'watch' })] })
  const shown = showReach(facts, reachOf(facts, now))!
  expect(shown).toMatchObject({ level: 'steward', named: [], hidden: [], state: 'in force' })
  expect(shown.counted).toHaveLength(2)
  expect([...reachOf(facts, now).level.actions].sort()).toEqual([...fullLevel('ad-account').actions].sort())
})

test('who the owner has frozen reaches nothing through a partner, and what is their own all the same', () => {
  const frozen = { ...someFacts().person, frozenByOwner: true }
  const can = (facts: AccessFacts) => decide({ ...facts, person: frozen }, 'ads.draft', now).allowed
  expect(can(staffed())).toBe(false)
  expect(
    can(
      someFacts({
        memberships: [aMembership({ business: agency.id, standing: 'admin' })],
        grants: [aGrant({ holder: toBusiness(agency) })],
      }),
    ),
  ).toBe(false)
  expect(can(someFacts({ grants: [aGrant()] }))).toBe(true)
  expect(can(someFacts({ grants: [aGrant({ holder: team(null) })] }))).toBe(true)
})

test('the steps of a path name the bundle or what holds the asset, the team and the membership, each with its reason', () => {
  const steps = (facts: AccessFacts) => only(facts).steps.map(step => step.kind)
  expect(steps(someFacts({ grants: [aGrant()] }))).toEqual(['owner', 'grant', 'membership'])
  expect(steps(someFacts({ grants: [aGrant({ on: bundle, holder: team(null) })] }))).toEqual([
    'owner',
    'grant',
    'bundle',
    'team',
    'membership',
  ])
  expect(steps(staffed())).toEqual(['owner', 'grant', 'bundle', 'staffing', 'membership'])
  const gone = only(someFacts({ memberships: [], grants: [aGrant()] }))
  expect(gone.stopped).toBe('membership-ended')
  expect(gone.steps.at(-1)).toMatchObject({ kind: 'membership', standing: null, stopped: 'membership-ended' })
  const both = [aMembership({ paused: true, frozen: true })]
  expect(only(someFacts({ memberships: both, grants: [aGrant()] })).stopped).toBe('membership-frozen')
})

test('a refusal tells what stands in the way, or what it would take', () => {
  const why = (facts: AccessFacts, action: Parameters<typeof decide>[1]) =>
    sayDecision(facts, decide(facts, action, now), action, now)
  const over = someFacts({ grants: [aGrant({ from: days(-9), until: days(-1) })] })
  expect(why(over, 'ads.publish')).toBe(
    'No: Priya Lindqvist could publish adverts on Summer Crossings, but it is over on 22 November 2026, 09:00 (Lisbon time).',
  )
  expect(why(over, 'billing.see')).toBe('No: Priya Lindqvist has no access to Summer Crossings.')
  expect(why(someFacts(), 'ads.publish')).toBe('No: Priya Lindqvist has no access to Summer Crossings.')
  const watching = someFacts({ grants: [aGrant({ tier: 'watch' })] })
  expect(why(watching, 'ads.publish')).toBe('No: Priya Lindqvist has watch on Summer Crossings; that takes run.')
  expect(why(watching, 'billing.see')).toContain('no tier holds that; it is given by name')
  expect(why(watching, 'caption.edit')).toBe('Summer Crossings is an ad account: nobody can edit captions there.')
  expect(why(watching, 'asset.archive')).toContain('No: Priya Lindqvist has watch')
  expect(why(someFacts({ memberships: [aMembership({ standing: 'admin' })] }), 'asset.archive')).toBe(
    'Yes: Priya Lindqvist may archive it on Summer Crossings.',
  )
})

test('a path is said as a sentence, with what it hides, its end, its purpose and why it does not count', () => {
  const said = (facts: AccessFacts) => sayPath(facts, only(facts))
  expect(said(someFacts({ memberships: [aMembership({ standing: 'finance' })] }))).toBe(
    'Priya Lindqvist is finance of Ondaverde Ferries, which owns Summer Crossings.',
  )
  expect(
    said(someFacts({ grants: [aGrant({ hiding: ['revenue'], until: days(60), purpose: 'run our adverts' })] })),
  ).toBe(
    'Ondaverde Ferries let Priya Lindqvist run on Summer Crossings, hiding revenue, until 22 January 2027, 09:00 (Lisbon time), to run our adverts (given by Agnese Torvald).',
  )
  expect(said(someFacts({ memberships: [aMembership({ paused: true })], grants: [aGrant()] }))).toBe(
    'Ondaverde Ferries let Priya Lindqvist run on Summer Crossings, without an end (given by Agnese Torvald); not counted, because their membership is paused.',
  )
  expect(said(staffed())).toMatch(
    /^Ondaverde Ferries let Gullwright & Moss run on Summer season.*, which Gullwright & Moss let Priya Lindqvist draft/,
  )
  expect(ferries.name).toBe('Ondaverde Ferries')
})

test('what waits is shown as what it will come to, and told as stopped when only some of it has not begun', () => {
  const shown = (grants: AccessFacts['grants'], memberships = [aMembership()]) => {
    const facts = someFacts({ grants, memberships })
    return showReach(facts, reachOf(facts, now))
  }
  const later = aGrant({ id: 'later', from: days(3), tier: 'draft' })
  const noted = aGrant({ id: 'noted', tier: 'watch' })
  expect(shown([later])).toMatchObject({ state: 'not begun', level: 'draft' })
  expect(shown([later, noted])).toMatchObject({ state: 'in force', level: 'watch' })
  const paused = [aMembership({ paused: true })]
  expect(shown([noted], paused)).toMatchObject({ state: 'stopped', level: 'watch' })
  const agencies = aGrant({ id: 'theirs', giver: agency, upstream: 'up', from: days(3) })
  const both = someFacts({
    memberships: [aMembership({ paused: true }), aMembership({ business: agency.id })],
    grants: [noted, agencies],
    upstream: [aGrant({ id: 'up', holder: toBusiness(agency) })],
  })
  expect(showReach(both, reachOf(both, now))).toMatchObject({ state: 'stopped', level: 'run' })
  expect(shown([aGrant({ ended: days(-1) })])).toBeNull()
})

test('an admin who is not there now is shown by the highest tier all the same, and nobody else is', () => {
  const admin = (over: object) => {
    const facts = someFacts({ memberships: [aMembership({ standing: 'admin', ...over })] })
    return showReach(facts, reachOf(facts, now))!
  }
  expect(admin({})).toMatchObject({ level: 'steward', state: 'in force' })
  expect(admin({ paused: true })).toMatchObject({ level: 'steward', state: 'stopped' })
  const named = someFacts({ grants: [aGrant({ tier: 'run', actions: ['billing.see'] })] })
  expect(showReach(named, reachOf(named, now))).toMatchObject({ tier: 'run', named: ['billing.see'] })
})

test('a refusal tells of the grant that is over, and not of one on the way that goes on', () => {
  const facts = staffed({ until: days(-1) })
  const told = sayDecision(facts, decide(facts, 'ads.draft', now), 'ads.draft', now)
  expect(told).toContain('22 November 2026')
  expect(told).not.toContain('December')
  const ended = staffed({ ended: days(-2), until: days(9) })
  expect(sayDecision(ended, decide(ended, 'ads.draft', now), 'ads.draft', now)).toContain('21 November 2026')
  const justNow = someFacts({ grants: [aGrant({ until: now })] })
  expect(sayDecision(justNow, decide(justNow, 'ads.draft', now), 'ads.draft', now)).toContain('23 November 2026')
  const paused = someFacts({ grants: [aGrant({ until: days(5) })], memberships: [aMembership({ paused: true })] })
  expect(sayDecision(paused, decide(paused, 'ads.draft', now), 'ads.draft', now)).not.toMatch(/\d{4}/)
})
