import { expect, test } from 'vitest'
import { day, end, longDay, longEnd, second } from './dates.ts'

const lisbon = 'Europe/Lisbon'

test('an end at midnight is told as the last day that counts, in a table and in a sentence', () => {
  expect(end('2027-04-01T00:00:00+01:00', lisbon)).toBe('31 Mar 2027')
  expect(longEnd('2027-04-01T00:00:00+01:00', lisbon)).toBe('31 March 2027')
})

test('an end within a day is told to the minute, and none as that', () => {
  expect(end('2027-04-01T18:30:00+01:00', lisbon)).toContain('18:30')
  expect(end(null, lisbon)).toBe('no end')
})

test('the same moment is another day elsewhere', () => {
  const late = '2026-11-23T23:30:00Z'
  expect(day(late, lisbon)).toBe('23 Nov 2026')
  expect(day(late, 'Europe/Oslo')).toBe('24 Nov 2026')
  expect(longDay(late, 'Europe/Oslo')).toBe('24 November 2026')
  expect(day(null, lisbon)).toBeNull()
})

test('what happened is told to the second, in the zone of the business', () => {
  expect(second('2026-07-23T23:30:05Z', lisbon)).toBe('24 Jul 2026, 00:30:05')
})
