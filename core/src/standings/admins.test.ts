import fc from 'fast-check'
import { expect, test } from 'vitest'
import { Temporal } from '../time/index.ts'
import { canBeUndone, decidersOf, type Admin } from './admins.ts'

const at = (hours: number) => Temporal.Instant.from('2026-11-23T10:00Z').add({ hours })
const since = (id: string, madeAt: Temporal.Instant | null = null): Admin => ({ id, madeAt })

test('what was done to an admin can be asked to be undone for three days, and not a moment longer', () => {
  expect(canBeUndone(at(0), at(72).subtract({ nanoseconds: 1 }))).toBe(true)
  expect(canBeUndone(at(0), at(72))).toBe(false)
})

test('nobody decides what they ask for themselves, and somebody does wherever another admin is there', () => {
  const people = fc.constantFrom('a', 'b', 'c', 'd')
  const admins = fc.uniqueArray(
    fc.record({ id: people, madeAt: fc.option(fc.integer({ min: -100, max: 100 }).map(at)) }),
    { selector: one => one.id },
  )
  const undoes = fc.option(fc.record({ by: people, at: fc.constant(at(0)) }))
  fc.assert(
    fc.property(admins, people, fc.option(people), undoes, (some, asker, concerned, undone) => {
      const deciders = decidersOf(some, { asker, concerned, undoes: undone })
      expect(deciders).not.toContain(asker)
      expect(deciders.length > 0).toBe(some.some(admin => admin.id !== asker))
    }),
  )
})

test('whom it concerns, who did it and whom they made an admin since decide only where nobody else can', () => {
  const undoes = { by: 'doer', at: at(0) }
  const asked = { asker: 'founder', concerned: 'founder', undoes }
  const all = [since('founder'), since('doer', at(-50)), since('accomplice', at(1)), since('neutral', at(-1))]
  expect(decidersOf(all, asked)).toEqual(['neutral'])
  expect(decidersOf(all.slice(0, 3), asked)).toEqual(['doer', 'accomplice'])
  expect(decidersOf([since('a'), since('b')], { asker: 'a', concerned: 'b', undoes: null })).toEqual(['b'])
  expect(decidersOf([since('a'), since('b'), since('c')], { asker: 'a', concerned: 'b', undoes: null })).toEqual(['c'])
})
