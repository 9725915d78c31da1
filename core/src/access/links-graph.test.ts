import fc from 'fast-check'
import { expect, test } from 'vitest'
import type { Action } from '../kinds/index.ts'
import { fullLevel, levelOf, tiers } from '../levels/index.ts'
import { reachOf } from './decide.ts'
import {
  aBusiness,
  aGrant,
  agency,
  aLink,
  aManager,
  aMembership,
  asset,
  ferries,
  now,
  someFacts,
  toBusiness,
} from './facts.builders.ts'
import type { AccessFacts, GrantFact, ManagerFact } from './facts.ts'

const owners = [ferries, agency, aBusiness('Moss')]
const ids = [asset.id, 'm0', 'm1', 'm2', 'm3'] as const
const seldom = fc.nat(9).map(drawn => drawn === 0)
const drawnTerms = {
  tier: fc.constantFrom(...tiers),
  hiding: fc.subarray(['spend', 'revenue'] as const).map(figures => [...figures]),
  actions: fc.subarray(['billing.see'] as const).map(actions => [...actions]),
  ended: seldom.map(yes => (yes ? now : null)),
  frozen: seldom,
  frozenAlone: seldom,
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

/** `all`: the links that were drawn, by which grants name what they pass on, whether or not it is still there. */
function factsOf(drawn: Drawn, all: Drawn['links'] = drawn.links): AccessFacts {
  const nodes = ids.map((id, at) =>
    at === 0
      ? asset
      : aManager(id, owners[drawn.owners[at - 1]!]!, { frozen: drawn.stopped.includes(id as 'm0') }).asset,
  )
  const asManager = (at: number): ManagerFact => ({ asset: nodes[at]!, grants: [], upstream: [], frozenByOwner: false })
  const links = drawn.links
    .filter(({ from, to }) => from !== to)
    .map(({ from, to, ...terms }) => aLink(nodes[from]!, asManager(to), { ...terms, id: idOf({ from, to })! }))
  const grants = drawn.grants.map(({ on, giver, toPerson, to, upstream, ...terms }, at) => {
    const named = upstream === null ? null : upstream < 5 ? `g${upstream}` : idOf(all[upstream - 5])
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

const idOf = (link: Pick<Drawn['links'][number], 'from' | 'to'> | undefined) =>
  link ? `l${link.from}${link.to}` : null

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
  const holds = (grant: GrantFact) => !grant.ended && !grant.frozen && !grant.frozenAlone
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
    fc.property(graph, fc.nat(6), fc.constantFrom('gone', 'frozen', 'frozenAlone', 'lowered'), (drawn, which, how) => {
      const before = reachOf(factsOf(drawn), now).level
      const links = drawn.links.flatMap((one, at) => {
        if (at !== which) return [one]
        if (how === 'gone') return []
        return [how !== 'lowered' ? { ...one, [how]: true } : { ...one, tier: 'watch' as const, actions: [] }]
      })
      const after = reachOf(factsOf({ ...drawn, links }, drawn.links), now).level
      for (const action of after.actions) expect(before.actions.has(action), action).toBe(true)
      for (const figure of after.sees) expect(before.sees.has(figure), figure).toBe(true)
    }),
    { numRuns: 1_000 },
  )
})
