import { expect, test } from 'vitest'
import { Temporal } from '../time/index.ts'
import { isSoon, noticesDue } from './notice.ts'

const end = Temporal.Instant.from('2027-03-31T23:00:00Z')
const before = (hours: number) => end.subtract({ minutes: Math.round(hours * 60) })

test.each([
  [15 * 24, 0],
  [14 * 24, 1],
  [8 * 24, 1],
  [7 * 24, 2],
  [25, 2],
  [24, 3],
  [1, 3],
])('%i hours before an end, %i notices are due', (hours, due) => {
  expect(noticesDue(end, before(hours))).toBe(due)
})

test('an end is soon within thirty days, to the second', () => {
  expect(isSoon(end, before(30 * 24))).toBe(false)
  expect(isSoon(end, before(30 * 24).add({ seconds: 1 }))).toBe(true)
  expect(isSoon(end, end)).toBe(true)
})
