import fc from 'fast-check'
import { expect, test } from 'vitest'
import { isBefore, Temporal } from '../time/index.ts'
import { silenceEndsAt, dueOf, understudyDays, tellingsOf } from './silence.ts'

const began = Temporal.Instant.from('2027-06-05T08:30Z')
const at = (hours: number) => began.add({ hours })

test('a silence of seven days is told of on the first, third, fifth and seventh', () => {
  const ends = silenceEndsAt(began, understudyDays.usual)
  expect(tellingsOf(began, ends)).toEqual([at(0), at(48), at(96), at(144)])
  expect(ends).toEqual(at(168))
})

test('looked after in time, it is over at its instant and not a moment before', () => {
  const ends = at(168)
  expect(dueOf({ began, ends, told: 4 }, at(168).subtract({ nanoseconds: 1 })).isOver).toBe(false)
  expect(dueOf({ began, ends, told: 4 }, at(168))).toEqual({ told: 4, ends, isOver: true })
})

test('however seldom it is looked after, nobody becomes an admin without all letters, nor within twenty hours of the last', () => {
  const days = fc.integer({ min: understudyDays.least, max: understudyDays.most })
  const gaps = fc.array(fc.integer({ min: 1, max: 24 * 40 }), { minLength: 1, maxLength: 60 })
  fc.assert(
    fc.property(days, gaps, (silence, looks) => {
      let ends = silenceEndsAt(began, silence)
      let told = 1
      let lastTold = began
      let now = began
      for (const gap of looks) {
        now = now.add({ hours: gap })
        const due = dueOf({ began, ends, told }, now)
        if (due.told > told) lastTold = now
        if (due.isOver) {
          expect(tellingsOf(began, ends).length).toBe(told)
          expect(isBefore(now, lastTold.add({ hours: 20 }))).toBe(false)
          expect(isBefore(now, silenceEndsAt(began, silence))).toBe(false)
          return
        }
        expect(isBefore(due.ends, ends)).toBe(false)
        ;({ told, ends } = due)
      }
    }),
    { numRuns: 500 },
  )
})
