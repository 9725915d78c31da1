import fc from 'fast-check'
import { expect, test } from 'vitest'
import { levelOf, narrow, tiers } from '../levels/index.ts'
import { reachOf } from './decide.ts'
import { aBusiness, aGrant, aMembership, anAsset, now, someFacts, toBusiness } from './facts.builders.ts'
import type { AccessFacts, GrantFact } from './facts.ts'

const names = ['owner', 'agency', 'studio', 'stranger'] as const
const businesses = names.map(id => aBusiness(id))
const asset = anAsset({ kind: 'page', owner: businesses[0]! })

const seldom = fc.nat(9).map(drawn => drawn === 0)

/** Any business gives anything to anybody, and says that it passes on anything: much of it holds nothing. */
const link = fc.record({
  giver: fc.constantFrom(...businesses),
  to: fc.constantFrom('p', 'p', 'agency', 'studio', 'owner'),
  upstream: fc.option(fc.nat(7)),
  fits: fc.boolean(),
  tier: fc.constantFrom(...tiers),
  hiding: fc.subarray(['revenue', 'contacts'] as const),
  mayPassOn: fc.boolean(),
  frozen: seldom,
  holdsAsset: seldom.map(not => !not),
  ended: seldom.map(yes => (yes ? now : null)),
})
const graph = fc.record({
  links: fc.array(link, { minLength: 2, maxLength: 8 }),
  memberships: fc
    .uniqueArray(fc.record({ business: fc.constantFrom(...names), standing: fc.constantFrom('member', 'admin') }), {
      selector: one => one.business,
      maxLength: 3,
    })
    .filter(held => !held.some(one => one.business === 'owner')),
})
type Graph = typeof graph extends fc.Arbitrary<infer G> ? G : never

/** Half of what says that it passes something on names a grant that its giver does hold. */
function upstreamOf(links: Graph['links'], { giver, upstream, fits }: Graph['links'][number]): string | null {
  if (upstream === null) return null
  const held = links.flatMap((one, index) => (one.to === giver.id ? [index] : []))
  return `g${fits && held.length > 0 ? held[upstream % held.length] : upstream}`
}

function factsOf({ links, memberships }: Graph): AccessFacts {
  const all = links.map(({ to, fits: _fits, ...one }, index) =>
    aGrant({
      ...one,
      id: `g${index}`,
      holder: to === 'p' ? { kind: 'person', id: 'p', name: 'P' } : toBusiness(aBusiness(to)),
      on: asset,
      hiding: [...one.hiding],
      upstream: upstreamOf(links, links[index]!),
    }),
  )
  const near = new Set(['p', ...memberships.map(one => one.business)])
  return someFacts({
    person: { id: 'p', name: 'P', paused: false, frozenByOwner: false },
    asset,
    memberships: memberships.map(one => aMembership({ ...one, standing: one.standing as 'member' })),
    grants: all.filter(grant => near.has(grant.holder.id)),
    upstream: all,
  })
}

/** What every chain that begins with the owner allows, found by trying them all: another way than the decision's. */
function allowedBySomeChain({ person, memberships, upstream: all }: AccessFacts) {
  const holds = (grant: GrantFact) => !grant.ended && !grant.frozen && grant.holdsAsset
  const chains = (giver: string, above: GrantFact | null, depth: number): GrantFact[][] =>
    depth === 3
      ? []
      : all
          .filter(grant => grant.giver.id === giver && holds(grant))
          .filter(grant => (above ? grant.upstream === above.id : true))
          .filter(grant => !above || grant.holder.kind === 'person' || above.mayPassOn)
          .flatMap(grant => [
            [grant],
            ...(grant.holder.kind === 'business' && grant.holder.id !== 'owner'
              ? chains(grant.holder.id, grant, depth + 1).map(rest => [grant, ...rest])
              : []),
          ])
  const reaching = chains('owner', null, 0).filter(chain => {
    const { holder, giver } = chain.at(-1)!
    const standing = memberships.find(one => one.business === (holder.kind === 'business' ? holder.id : giver.id))
    return holder.kind === 'business' ? standing?.standing === 'admin' : holder.id === person.id && standing
  })
  return new Set(reaching.flatMap(chain => [...chain.map(grant => levelOf('page', grant)).reduce(narrow).actions]))
}

test('over any graph of businesses, somebody may do just what some whole chain of grants from the owner allows', () => {
  let reached = 0
  fc.assert(
    fc.property(graph, drawn => {
      const facts = factsOf(drawn)
      const { level } = reachOf(facts, now)
      expect([...level.actions].sort()).toEqual([...allowedBySomeChain(facts)].sort())
      if (level.actions.size > 0) reached++
    }),
    { numRuns: 2_000 },
  )
  expect(reached).toBeGreaterThan(50)
})

test('freezing or ending any link never lets anybody do more', () => {
  fc.assert(
    fc.property(graph, fc.nat(7), fc.constantFrom('frozen', 'ended'), (drawn, which, how) => {
      const before = reachOf(factsOf(drawn), now).level
      const links = drawn.links.map((one, index) =>
        index === which ? { ...one, ...(how === 'frozen' ? { frozen: true } : { ended: now }) } : one,
      )
      const after = reachOf(factsOf({ ...drawn, links }), now).level
      expect([...after.actions].every(action => before.actions.has(action))).toBe(true)
    }),
  )
})
