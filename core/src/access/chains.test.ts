import fc from 'fast-check'
import { expect, test } from 'vitest'
import { covers, fullLevel, levelOf, tiers } from '../levels/index.ts'
import { Temporal } from '../time/index.ts'
import { reachOf } from './decide.ts'
import type { AccessFacts, BusinessFact, GrantFact } from './facts.ts'

const now = Temporal.Instant.from('2026-11-23T09:00Z')
const business = (id: string): BusinessFact => ({
  id,
  number: 'B-4815-1623-97',
  name: id,
  zone: 'Europe/Lisbon',
  paused: false,
})
const owner = business('owner')
const asset = {
  id: 'a',
  number: 'A-2718-2818-24',
  kind: 'ad-account',
  handle: 'a',
  name: 'A',
  archived: false,
  frozen: false,
  owner,
} as const

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
    return {
      id: `g${depth}`,
      giver: depth === 0 ? owner : business(`partner ${depth}`),
      holder: last
        ? { kind: 'person', id: 'p', name: 'P' }
        : { kind: 'business', number: 'B-4815-1623-97', id: `partner ${depth + 1}`, name: 'B' },
      on: asset,
      actions: [],
      from: now.subtract({ hours: 1 }),
      until: null,
      upstream: depth === 0 ? null : `g${depth - 1}`,
      holdsAsset: true,
      frozen: false,
      givenBy: 'somebody',
      purpose: null,
      ...link,
    }
  })
  const memberships = [{ business: chain.at(-1)!.giver.id, standing: 'member' as const, paused: false, frozen: false }]
  return {
    chain,
    facts: {
      person: { id: 'p', name: 'P', paused: false, frozenByOwner: false },
      asset,
      memberships,
      grants: [chain.at(-1)!],
      upstream: chain.slice(0, -1),
    },
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
                holder: { kind: 'business' as const, number: 'B-4815-1623-97', id: 'somebody else', name: 'E' },
              }))
        expect(reachOf({ ...facts, upstream }, now).level.actions.size).toBe(0)
      },
    ),
  )
})
