import fc from 'fast-check'
import { expect, test } from 'vitest'
import { covers, fullLevel, levelOf, tiers } from '../levels/index.ts'
import type { Temporal } from '../time/index.ts'
import { reachOf } from './decide.ts'
import { aBusiness, aGrant, aMembership, anAsset, now, someFacts, toBusiness } from './facts.builders.ts'
import type { AccessFacts, GrantFact } from './facts.ts'

const owner = aBusiness('owner')
const asset = anAsset({ owner })

const words = fc.record({
  tier: fc.constantFrom(...tiers),
  hiding: fc.subarray(['spend', 'revenue', 'contacts'] as const),
  mayPassOn: fc.boolean(),
  ended: fc.option(fc.constant(now)),
})

/** A person who reaches the asset through so many businesses, one behind the other. */
function throughPartners(
  links: {
    tier: (typeof tiers)[number]
    hiding: ('spend' | 'revenue' | 'contacts')[]
    mayPassOn: boolean
    ended: Temporal.Instant | null
  }[],
): { facts: AccessFacts; chain: GrantFact[] } {
  const chain = links.map((link, depth): GrantFact => {
    const last = depth === links.length - 1
    return aGrant({
      ...link,
      id: `g${depth}`,
      giver: depth === 0 ? owner : aBusiness(`partner ${depth}`),
      holder: last ? { kind: 'person', id: 'p', name: 'P' } : toBusiness(aBusiness(`partner ${depth + 1}`)),
      on: asset,
      upstream: depth === 0 ? null : `g${depth - 1}`,
    })
  })
  return {
    chain,
    facts: someFacts({
      person: { id: 'p', name: 'P', paused: false, frozenByOwner: false },
      asset,
      memberships: [aMembership({ business: chain.at(-1)!.giver.id })],
      grants: [chain.at(-1)!],
      upstream: chain.slice(0, -1),
    }),
  }
}

test('nobody ever reaches more than each link of the path allows', () => {
  fc.assert(
    fc.property(fc.array(words, { minLength: 1, maxLength: 5 }), links => {
      const { facts, chain } = throughPartners(links)
      const { level } = reachOf(facts, now)
      for (const link of chain) expect(covers(levelOf(asset.kind, link), level)).toBe(true)
      expect(covers(fullLevel(asset.kind), level)).toBe(true)
    }),
  )
})

test('a path holds only while every link of it holds, where passing on was allowed, and two businesses deep at most', () => {
  fc.assert(
    fc.property(fc.array(words, { minLength: 1, maxLength: 5 }), links => {
      const { facts } = throughPartners(links)
      const [path] = reachOf(facts, now).paths
      const passedOn = links.slice(0, -2).every(link => link.mayPassOn)
      const holds = links.length <= 3 && links.every(link => link.ended === null) && passedOn
      expect(path!.stopped === null).toBe(holds)
    }),
  )
})

test('a chain that does not join, or belongs to somebody else, gives nothing', () => {
  fc.assert(
    fc.property(
      fc.array(words, { minLength: 2, maxLength: 3 }),
      fc.constantFrom('gone', 'of another'),
      (links, how) => {
        const { facts } = throughPartners(links.map(link => ({ ...link, mayPassOn: true, ended: null })))
        const upstream =
          how === 'gone'
            ? facts.upstream.slice(1)
            : facts.upstream.map(link => ({
                ...link,
                holder: toBusiness(aBusiness('somebody else')),
              }))
        expect(reachOf({ ...facts, upstream }, now).level.actions.size).toBe(0)
      },
    ),
  )
})
