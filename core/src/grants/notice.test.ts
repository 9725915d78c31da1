import { expect, test } from 'vitest'
import { Temporal } from '../time/index.ts'
import { noticesDue } from './notice.ts'

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
