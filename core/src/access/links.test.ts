import fc from 'fast-check'
import { expect, test } from 'vitest'
import type { Action } from '../kinds/index.ts'
import { fullLevel, levelOf, tiers } from '../levels/index.ts'
import { decide, reachOf } from './decide.ts'
import {
  aBusiness,
  aGrant,
  agency,
  aMembership,
  anAsset,
  asset,
  ferries,
  now,
  someFacts,
  toBusiness,
} from './facts.builders.ts'
import type { AccessFacts, BusinessFact, GrantFact, ManagerFact } from './facts.ts'
import { deepestTree } from './paths.ts'
import { sayPath } from './tell.ts'

const manager = (id: string, owner = agency, over: Partial<ManagerFact['asset']> = {}): ManagerFact => ({
  asset: anAsset({ id, kind: 'manager-account', name: id, handle: id, owner, ...over }),
  grants: [],
  upstream: [],
  frozenByOwner: false,
})
const toManager = ({ asset: to }: ManagerFact): GrantFact['holder'] => ({
  kind: 'manager',
  id: to.id,
  number: to.number,
  name: to.name,
  business: to.owner.id,
})
const link = (
  from: { id: string; name: string; owner?: BusinessFact },
  to: ManagerFact,
  over: Partial<GrantFact> = {},
) =>
  aGrant({
    id: `${from.id}>${to.asset.id}`,
    giver: from.owner ?? ferries,
    on: { id: from.id, kind: 'ad-account', name: from.name },
    holder: toManager(to),
    ...over,
  })
const travel = manager('Gullwright Travel')
const everything = manager('Gullwright All')
/** Somebody of the agency, and the account that hangs under its manager account. */
const linked = (over: Partial<AccessFacts> = {}, ofLink: Partial<GrantFact> = {}) =>
  someFacts({
    memberships: [aMembership({ business: agency.id })],
    links: [link(asset, travel, ofLink)],
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
    [
      linked({ memberships: admins, managers: [manager('Gullwright Travel', agency, { archived: true })] }),
      'manager-archived',
    ],
    [
      linked({ memberships: admins, managers: [manager('Gullwright Travel', agency, { frozen: true })] }),
      'manager-frozen',
    ],
    [
      linked({ memberships: admins, managers: [manager('Gullwright Travel', { ...agency, paused: true })] }),
      'business-paused',
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
      links: [link(asset, travel, { mayPassOn: mark })],
      managers: [travel],
    })
  expect(may(passed(false), 'ads.see')).toBe(false)
  expect(may(passed(true), 'ads.see')).toBe(true)
})

test('through several manager accounts each narrows; a loop leads nowhere, and a seventh is too deep', () => {
  const up = link({ ...travel.asset, owner: agency }, everything, { tier: 'draft' })
  const tree = { managers: [travel, everything], memberships: admins }
  expect(may(linked({ ...tree, links: [link(asset, travel), up] }), 'ads.publish')).toBe(true)
  const elsewhere = aBusiness('Moss')
  const above = manager('Moss All', elsewhere)
  const mosses = [aMembership({ business: elsewhere.id, standing: 'admin' })]
  const far = { links: [link(asset, travel), link({ ...travel.asset, owner: agency }, above, { tier: 'draft' })] }
  const facts = linked({ ...far, managers: [travel, above], memberships: mosses })
  expect(may(facts, 'ads.draft')).toBe(true)
  expect(may(facts, 'ads.publish')).toBe(false)
  const loop = { links: [link(asset, travel), up, link({ ...everything.asset, owner: agency }, travel)] }
  expect(reachOf(linked({ ...loop, ...tree }), now).paths).toHaveLength(2)

  const chain = Array.from({ length: deepestTree + 1 }, (_one, at) =>
    manager(`m${at}`, at === deepestTree ? elsewhere : agency),
  )
  const links = chain.map((to, at) => link(at === 0 ? asset : { ...chain[at - 1]!.asset, owner: agency }, to))
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

const owners = [ferries, agency, aBusiness('Moss')]
const ids = [asset.id, 'm0', 'm1', 'm2', 'm3'] as const
const seldom = fc.nat(9).map(drawn => drawn === 0)
const drawnTerms = {
  tier: fc.constantFrom(...tiers),
  hiding: fc.subarray(['spend', 'revenue'] as const).map(figures => [...figures]),
  actions: fc.subarray(['billing.see'] as const).map(actions => [...actions]),
  ended: seldom.map(yes => (yes ? now : null)),
  frozen: seldom,
  mayPassOn: fc.boolean(),
}
const graph = fc.record({
  owners: fc.tuple(fc.nat(2), fc.nat(2), fc.nat(2), fc.nat(2)),
  stopped: fc.array(fc.constantFrom(...ids.slice(1)), { maxLength: 1 }),
  links: fc.uniqueArray(fc.record({ from: fc.nat(4), to: fc.integer({ min: 1, max: 4 }), ...drawnTerms }), {
    minLength: 1,
    maxLength: 7,
    selector: one => `${one.from}>${one.to}`,
  }),
  grants: fc.array(
    fc.record({
      on: fc.nat(4),
      giver: fc.nat(2),
      toPerson: fc.boolean(),
      to: fc.nat(2),
      upstream: fc.option(fc.nat(9)),
      ...drawnTerms,
    }),
    { maxLength: 6 },
  ),
  memberships: fc.uniqueArray(
    fc.record({ of: fc.nat(2), standing: fc.constantFrom('member' as const, 'finance' as const, 'admin' as const) }),
    { maxLength: 3, selector: one => one.of },
  ),
})
type Drawn = typeof graph extends fc.Arbitrary<infer G> ? G : never

function factsOf(drawn: Drawn): AccessFacts {
  const nodes = ids.map((id, at) =>
    at === 0
      ? asset
      : manager(id, owners[drawn.owners[at - 1]!]!, { frozen: drawn.stopped.includes(id as 'm0') }).asset,
  )
  const asManager = (at: number): ManagerFact => ({ asset: nodes[at]!, grants: [], upstream: [], frozenByOwner: false })
  const links = drawn.links
    .filter(({ from, to }) => from !== to)
    .map(({ from, to, ...terms }) => link(nodes[from]!, asManager(to), { ...terms, id: `l${from}${to}` }))
  const grants = drawn.grants.map(({ on, giver, toPerson, to, upstream, ...terms }, at) => {
    const named = upstream === null ? null : upstream < 5 ? `g${upstream}` : (links[upstream - 5]?.id ?? null)
    return aGrant({
      ...terms,
      id: `g${at}`,
      giver: owners[giver]!,
      holder: toPerson ? { kind: 'person', id: 'priya', name: 'Priya Lindqvist' } : toBusiness(owners[to]!),
      on: nodes[on]!,
      upstream: named,
    })
  })
  const near = new Set(['priya', ...drawn.memberships.map(one => owners[one.of]!.id)])
  const around = (at: number) => ({
    grants: grants.filter(grant => grant.on.id === nodes[at]!.id && near.has(grant.holder.id)),
    upstream: grants.filter(grant => grant.on.id === nodes[at]!.id),
  })
  return someFacts({
    memberships: drawn.memberships.map(({ of, standing }) => aMembership({ business: owners[of]!.id, standing })),
    links,
    managers: [1, 2, 3, 4].map(at => ({ ...asManager(at), ...around(at) })),
    ...around(0),
  })
}

/** What somebody may do, found by laying out every tree of links and every chain of grants: another way than the decision's. */
function allowedByLayingOut({
  asset: account,
  links,
  managers,
  memberships,
  grants,
  upstream,
}: AccessFacts): Set<Action> {
  const place = (business: string) => memberships.find(one => one.business === business)?.standing ?? null
  const holds = (grant: GrantFact) => !grant.ended && !grant.frozen
  const nodeOf = (id: string) =>
    id === account.id ? { asset: account, grants, upstream } : managers.find(one => one.asset.id === id)!
  const through = (one: GrantFact): Set<Action> => {
    const actions = new Set(levelOf('ad-account', one).actions)
    actions.delete('link.change')
    if (!one.mayPassOn) actions.delete('access.change')
    return actions
  }
  /** What is given on one asset, looking at nothing above it but the link that a grant may hang on. */
  const givenOn = (id: string): Set<Action>[] => {
    const { asset: on, upstream: all } = nodeOf(id)
    const standing = place(on.owner.id)
    const found: Set<Action>[] = []
    if (standing === 'admin') found.push(new Set(fullLevel(on.kind).actions))
    if (standing === 'finance') found.push(new Set<Action>(['billing.see', 'billing.change']))
    const climb = (grant: GrantFact): Set<Action> | null => {
      let actions = new Set(levelOf(on.kind, grant).actions)
      let lowest = grant
      for (let steps = 1; lowest.giver.id !== on.owner.id; steps++) {
        if (!holds(lowest) || steps === 3) return null
        const hung = links.find(one => one.id === lowest.upstream && one.on.id === on.id)
        const above: GrantFact | undefined = hung ?? all.find(one => one.id === lowest.upstream)
        if (!above || !holds(above)) return null
        if (hung && nodeOf(hung.holder.id).asset.frozen) return null
        const by = above.holder.kind === 'manager' ? above.holder.business : above.holder.id
        if (by !== lowest.giver.id || (lowest.holder.kind === 'business' && !above.mayPassOn)) return null
        const let_ = hung ? through(hung) : levelOf(on.kind, above).actions
        actions = new Set([...actions].filter(action => let_.has(action)))
        lowest = above
      }
      return holds(lowest) ? actions : null
    }
    for (const grant of all) {
      const home = grant.holder.kind === 'business' ? grant.holder.id : grant.giver.id
      if (grant.holder.kind === 'business' ? place(home) !== 'admin' : !place(home)) continue
      const actions = climb(grant)
      if (actions) found.push(actions)
    }
    return found
  }
  const allowed = new Set<Action>()
  const lay = (way: readonly GrantFact[], id: string): void => {
    for (const actions of givenOn(id))
      for (const action of actions) if (way.every(one => through(one).has(action))) allowed.add(action)
    for (const next of links)
      if (next.on.id === id && holds(next) && !nodeOf(next.holder.id).asset.frozen)
        if (!way.some(one => one.holder.id === next.holder.id)) lay([...way, next], next.holder.id)
  }
  lay([], account.id)
  return allowed
}

test('over any graph of businesses and manager accounts, somebody may do just what some whole way from the owner allows', () => {
  let byLink = 0
  fc.assert(
    fc.property(graph, drawn => {
      const facts = factsOf(drawn)
      const { level, paths } = reachOf(facts, now)
      expect([...level.actions].sort()).toEqual([...allowedByLayingOut(facts)].sort())
      if (paths.some(path => !path.stopped && path.steps.some(step => step.kind === 'link'))) byLink++
    }),
    { numRuns: 5_000 },
  )
  expect(byLink).toBeGreaterThan(500)
}, 60_000)

test('unlinking, freezing and lowering a link never lets anybody do more', () => {
  fc.assert(
    fc.property(graph, fc.nat(6), fc.constantFrom('gone', 'frozen', 'lowered'), (drawn, which, how) => {
      const before = reachOf(factsOf(drawn), now).level
      const links = drawn.links.flatMap((one, at) => {
        if (at !== which) return [one]
        if (how === 'gone') return []
        return [how === 'frozen' ? { ...one, frozen: true } : { ...one, tier: 'watch' as const, actions: [] }]
      })
      const after = reachOf(factsOf({ ...drawn, links }), now).level
      for (const action of after.actions) expect(before.actions.has(action), action).toBe(true)
      for (const figure of after.sees) expect(before.sees.has(figure), figure).toBe(true)
    }),
    { numRuns: 1_000 },
  )
})
