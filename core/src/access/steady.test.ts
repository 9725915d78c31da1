import fc from 'fast-check'
import { expect, test } from 'vitest'
import { decide, sayDecision, steadySpan } from './index.ts'
import { agency, aGrant, aManager, aMembership, ferries, now, someFacts, toBusiness, toTeam } from './facts.builders.ts'
import type { GrantFact } from './facts.ts'

const hours = fc.integer({ min: -5, max: 5 })
const at = (count: number) => now.add({ hours: count })
const grants = fc.array(
  fc
    .record({
      from: hours,
      until: fc.option(hours),
      ended: fc.option(hours),
      since: hours,
      tier: fc.constantFrom('watch', 'draft', 'run'),
      to: fc.constantFrom('person', 'team', 'business'),
    })
    .map(({ from, until, ended, since, tier, to }): Partial<GrantFact> => ({
      from: at(from),
      until: until === null ? null : at(until),
      ended: ended === null ? null : at(ended),
      tier: tier as 'run',
      ...(to === 'team' ? { holder: { ...toTeam, since: at(since) } as GrantFact['holder'] } : {}),
      ...(to === 'business' ? { holder: toBusiness(agency), mayPassOn: true } : {}),
    })),
  { minLength: 1, maxLength: 4 },
)

test('within the span everything is decided and said as at its first instant, and it ends where something turns', () => {
  fc.assert(
    fc.property(
      grants,
      fc.integer({ min: -360, max: 360 }),
      fc.integer({ min: -360, max: 360 }),
      (given, one, other) => {
        const facts = someFacts({
          grants: given.map((over, index) => aGrant({ id: `g${index}`, ...over })),
          memberships: [aMembership({ business: ferries.id }), aMembership({ business: agency.id, standing: 'admin' })],
        })
        const [here, there] = [now.add({ minutes: one }), now.add({ minutes: other })]
        const span = steadySpan(facts, here)
        expect(span.from <= here.epochMilliseconds && here.epochMilliseconds < span.before).toBe(true)
        if (there.epochMilliseconds < span.from || there.epochMilliseconds >= span.before) return
        for (const action of ['ads.see', 'ads.draft', 'ads.publish'] as const) {
          const told = [here, there].map(instant => {
            const decision = decide(facts, action, instant)
            return [decision.allowed, sayDecision(facts, decision, action, instant)]
          })
          expect(told[1]).toEqual(told[0])
        }
      },
    ),
    { numRuns: 2_000 },
  )
})

test('what is given on a manager account turns too, and what neither begins nor ends is steady for good', () => {
  const above = { ...aManager('Coast'), grants: [aGrant({ from: at(-1), until: at(2) })] }
  expect(steadySpan(someFacts({ managers: [above] }), now)).toEqual({
    from: at(-1).epochMilliseconds,
    before: at(2).epochMilliseconds,
  })
  expect(steadySpan(someFacts(), now).before).toBe(Number.POSITIVE_INFINITY)
})
