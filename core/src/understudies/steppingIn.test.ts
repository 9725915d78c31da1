import fc from 'fast-check'
import { expect, test } from 'vitest'
import { isBefore, Temporal } from '../time/index.ts'
import { becomesAdminAt, dueOf, silenceDays, tellingsOf } from './steppingIn.ts'

const began = Temporal.Instant.from('2027-06-05T08:30Z')
const at = (hours: number) => began.add({ hours })

test('who steps in for seven days is told of on the first, third, fifth and seventh', () => {
  const becomes = becomesAdminAt(began, silenceDays.usual)
  expect(tellingsOf(began, becomes)).toEqual([at(0), at(48), at(96), at(144)])
  expect(becomes).toEqual(at(168))
})

test('looked after in time, it is over at its instant and not a moment before', () => {
  const becomes = at(168)
  expect(dueOf({ began, becomes, told: 4 }, at(168).subtract({ nanoseconds: 1 })).isOver).toBe(false)
  expect(dueOf({ began, becomes, told: 4 }, at(168))).toEqual({ told: 4, becomes, isOver: true })
})

test('however seldom it is looked after, nobody becomes an admin without all letters, nor within twenty hours of the last', () => {
  const days = fc.integer({ min: silenceDays.least, max: silenceDays.most })
  const gaps = fc.array(fc.integer({ min: 1, max: 24 * 40 }), { minLength: 1, maxLength: 60 })
  fc.assert(
    fc.property(days, gaps, (silence, looks) => {
      let becomes = becomesAdminAt(began, silence)
      let told = 1
      let lastTold = began
      let now = began
      for (const gap of looks) {
        now = now.add({ hours: gap })
        const due = dueOf({ began, becomes, told }, now)
        if (due.told > told) lastTold = now
        if (due.isOver) {
          expect(tellingsOf(began, becomes).length).toBe(told)
          expect(isBefore(now, lastTold.add({ hours: 20 }))).toBe(false)
          expect(isBefore(now, becomesAdminAt(began, silence))).toBe(false)
          return
        }
        expect(isBefore(due.becomes, becomes)).toBe(false)
        ;({ told, becomes } = due)
      }
    }),
    { numRuns: 500 },
  )
})
