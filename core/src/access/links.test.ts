import { expect, test } from 'vitest'
import type { Action } from '../kinds/index.ts'
import { decide, reachOf } from './decide.ts'
import {
  aBusiness,
  aGrant,
  agency,
  aLink,
  aManager,
  aMembership,
  asset,
  now,
  someFacts,
  toBusiness,
} from './facts.builders.ts'
import type { AccessFacts, GrantFact, ManagerFact } from './facts.ts'
import { deepestTree } from './paths.ts'
import { sayPath } from './tell.ts'

const travel = aManager('Gullwright Travel')
const everything = aManager('Gullwright All')
/** Somebody of the agency, and the account that hangs under its manager account. */
const linked = (over: Partial<AccessFacts> = {}, ofLink: Partial<GrantFact> = {}) =>
  someFacts({
    memberships: [aMembership({ business: agency.id })],
    links: [aLink(asset, travel, ofLink)],
    managers: [travel],
    ...over,
  })
const admins = [aMembership({ business: agency.id, standing: 'admin' })]
const onTravel = (over: Partial<GrantFact> = {}): ManagerFact => ({
  ...travel,
  grants: [aGrant({ id: 'm', giver: agency, on: travel.asset, tier: 'steward', ...over })],
})
const may = (facts: AccessFacts, action: Action) => decide(facts, action, now).allowed

test('whoever reaches a manager account reaches what hangs under it, at most as far as the link lets', () => {
  expect(reachOf(linked(), now).level.actions.size).toBe(0)
  const admin = linked({ memberships: admins })
  expect(may(admin, 'ads.publish')).toBe(true)
  expect(may(linked({ memberships: admins }, { tier: 'watch' }), 'ads.publish')).toBe(false)
  expect(may(linked({ managers: [onTravel({ tier: 'watch' })] }), 'ads.see')).toBe(true)
  expect(may(linked({ managers: [onTravel({ tier: 'watch' })] }), 'ads.publish')).toBe(false)
  expect([...reachOf(linked({ memberships: admins }, { hiding: ['revenue'] }), now).level.sees]).toEqual(['spend'])
})

test('a link carries no change of links, no archiving, and access is given by it only with its mark; bills only where named', () => {
  const stewarding = (ofLink: Partial<GrantFact>) => linked({ memberships: admins }, { tier: 'steward', ...ofLink })
  expect([...reachOf(stewarding({}), now).level.actions]).not.toEqual(expect.arrayContaining(['access.change']))
  for (const action of ['link.change', 'asset.archive', 'asset.hand-over', 'billing.see'] as const)
    expect(may(stewarding({ mayPassOn: true }), action), action).toBe(false)
  expect(may(stewarding({ mayPassOn: true }), 'access.change')).toBe(true)
  expect(may(stewarding({ actions: ['billing.see'] }), 'billing.see')).toBe(true)
})

test('what stops a link, its manager account or that one’s business stops all that goes through it, each with its reason', () => {
  const reasons: [AccessFacts, string][] = [
    [linked({ memberships: admins }, { from: now.add({ hours: 1 }) }), 'not-begun'],
    [linked({ memberships: admins }, { until: now }), 'over'],
    [linked({ memberships: admins }, { ended: now }), 'ended'],
    [linked({ memberships: admins }, { frozen: true }), 'partner-frozen'],
    [linked({ memberships: admins }, { frozenAlone: true }), 'link-frozen'],
    [
      linked({ memberships: admins, managers: [aManager('Gullwright Travel', agency, { archived: true })] }),
      'manager-archived',
    ],
    [
      linked({ memberships: admins, managers: [aManager('Gullwright Travel', agency, { frozen: true })] }),
      'manager-frozen',
    ],
    [
      linked({ memberships: admins, managers: [aManager('Gullwright Travel', { ...agency, closed: true })] }),
      'business-closed',
    ],
    [linked({ memberships: admins, person: { ...someFacts().person, frozenByOwner: true } }), 'frozen-by-owner'],
    [linked({ memberships: admins, asset: { ...asset, frozen: true } }), 'asset-frozen'],
  ]
  for (const [facts, stopped] of reasons) {
    const { level, paths } = reachOf(facts, now)
    expect(level.actions.size, stopped).toBe(0)
    expect(paths.map(path => path.stopped)).toEqual([stopped])
  }
})

test('one person is put on a single account through the link, beneath its ceiling, and no longer than it', () => {
  const put = (over: Partial<GrantFact> = {}, ofLink: Partial<GrantFact> = {}) =>
    linked(
      { grants: [aGrant({ id: 'put', giver: agency, upstream: `${asset.id}>Gullwright Travel`, ...over })] },
      ofLink,
    )
  expect(may(put(), 'ads.publish')).toBe(true)
  expect(may(put({}, { tier: 'draft' }), 'ads.publish')).toBe(false)
  expect(may(put({}, { ended: now }), 'ads.see')).toBe(false)
  expect(may(put({ giver: aBusiness('Pebblecast Studio') }), 'ads.see')).toBe(false)
  const [path] = reachOf(put(), now).paths
  expect(path!.steps.map(step => step.kind)).toEqual(['owner', 'link', 'manager', 'staffing', 'membership'])
})

test('to a further business it is passed on only with the mark', () => {
  const further = aBusiness('Pebblecast Studio')
  const passed = (mark: boolean) =>
    someFacts({
      memberships: [aMembership({ business: further.id, standing: 'admin' })],
      grants: [
        aGrant({ id: 'on', giver: agency, holder: toBusiness(further), upstream: `${asset.id}>Gullwright Travel` }),
      ],
      links: [aLink(asset, travel, { mayPassOn: mark })],
      managers: [travel],
    })
  expect(may(passed(false), 'ads.see')).toBe(false)
  expect(may(passed(true), 'ads.see')).toBe(true)
})

test('through several manager accounts each narrows; a loop leads nowhere, and a seventh is too deep', () => {
  const up = aLink({ ...travel.asset, owner: agency }, everything, { tier: 'draft' })
  const tree = { managers: [travel, everything], memberships: admins }
  expect(may(linked({ ...tree, links: [aLink(asset, travel), up] }), 'ads.publish')).toBe(true)
  const elsewhere = aBusiness('Moss')
  const above = aManager('Moss All', elsewhere)
  const mosses = [aMembership({ business: elsewhere.id, standing: 'admin' })]
  const far = { links: [aLink(asset, travel), aLink({ ...travel.asset, owner: agency }, above, { tier: 'draft' })] }
  const facts = linked({ ...far, managers: [travel, above], memberships: mosses })
  expect(may(facts, 'ads.draft')).toBe(true)
  expect(may(facts, 'ads.publish')).toBe(false)
  const loop = { links: [aLink(asset, travel), up, aLink({ ...everything.asset, owner: agency }, travel)] }
  expect(reachOf(linked({ ...loop, ...tree }), now).paths).toHaveLength(2)

  const chain = Array.from({ length: deepestTree + 1 }, (_one, at) =>
    aManager(`m${at}`, at === deepestTree ? elsewhere : agency),
  )
  const links = chain.map((to, at) => aLink(at === 0 ? asset : { ...chain[at - 1]!.asset, owner: agency }, to))
  const deep = someFacts({ memberships: mosses, links, managers: chain })
  expect(reachOf(deep, now).paths.map(path => path.stopped)).toEqual(['too-deep'])
  expect(
    may(someFacts({ memberships: mosses, links: links.slice(1), managers: chain, asset: chain[0]!.asset }), 'ads.see'),
  ).toBe(true)
})

test('a way through a manager account is said from the account up, and then from the manager account down to the person', () => {
  const said = (facts: AccessFacts) => sayPath(facts, reachOf(facts, now).paths[0]!)
  expect(said(linked({ memberships: admins }, { hiding: ['revenue'] }))).toBe(
    'Ondaverde Ferries linked Summer Crossings under Gullwright Travel at run, hiding revenue, without an end (given by Agnese Torvald); Priya Lindqvist is admin of Gullwright & Moss, which owns Gullwright Travel.',
  )
  expect(said(linked({ managers: [onTravel({ tier: 'watch' })] }))).toBe(
    'Ondaverde Ferries linked Summer Crossings under Gullwright Travel at run, without an end (given by Agnese Torvald); Gullwright & Moss let Priya Lindqvist watch on Gullwright Travel, without an end (given by Agnese Torvald).',
  )
})
