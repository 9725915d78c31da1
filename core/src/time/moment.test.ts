import fc from 'fast-check'
import { expect, test } from 'vitest'
import { Temporal, beginOf, endOf, momentOfEnd, readMoment, sayEnd } from './moment.ts'
import { lastDayOf, sayAge } from './span.ts'

const zones = fc.constantFrom('Europe/Lisbon', 'America/Sao_Paulo', 'Pacific/Auckland', 'Asia/Kolkata', 'UTC')
const days = fc
  .integer({ min: 0, max: 7000 })
  .map(n => Temporal.PlainDate.from('2020-01-01').add({ days: n }).toString())
const at = (text: string) => Temporal.Instant.from(text)

test('a date is given whole, also on the days when clocks change', () => {
  expect(endOf({ date: '2027-03-28' }, 'Europe/Lisbon').toString()).toBe('2027-03-28T23:00:00Z')
  expect(beginOf({ date: '2027-03-28' }, 'Europe/Lisbon').toString()).toBe('2027-03-28T00:00:00Z')
  expect(endOf({ date: '2027-10-31' }, 'Europe/Lisbon').toString()).toBe('2027-11-01T00:00:00Z')
})

test('an end is said again as the day it was given', () => {
  fc.assert(
    fc.property(days, zones, (date, zone) => {
      expect(momentOfEnd(endOf({ date }, zone), zone)).toEqual({ date })
    }),
  )
})

test('a day that does not exist is no moment', () => {
  expect(readMoment('2027-02-29')).toBeNull()
  expect(readMoment('tomorrow')).toBeNull()
  expect(readMoment('2027-03-31T18:00+01:00')).toEqual({ at: '2027-03-31T18:00+01:00' })
})

test('six months from the end of August end on the last day of February', () => {
  expect(lastDayOf(Temporal.PlainDate.from('2026-08-31'), 6, 'month')).toEqual({ date: '2027-02-28' })
})

test('ages and ends are told in words', () => {
  expect(sayAge(at('2026-11-20T09:00Z'), at('2026-11-23T10:00Z'))).toBe('3 days ago')
  expect(sayAge(at('2026-11-23T11:00Z'), at('2026-11-23T10:00Z'))).toBe('in an hour')
  expect(sayEnd(at('2027-05-23T23:00Z'), 'Europe/Lisbon')).toBe('23 May 2027')
})

test.each([
  ['2027-03-31', { date: '2027-03-31' }],
  ['2028-02-29', { date: '2028-02-29' }],
  ['2027-03-31T18:00+01:00', { at: '2027-03-31T18:00+01:00' }],
  ['2027-03-31t18:00:30z', { at: '2027-03-31T18:00:30Z' }],
  ['2027-02-29', null],
  ['2027-13-01', null],
  ['2027-3-1', null],
  ['x2027-03-31', null],
  ['2027-03-31x', null],
  ['2027-03-31T18:00', null],
  ['2027-03-31T25:00Z', null],
  ['2027-02-30T18:00Z', null],
  ['2027-03-31T18:00+01:00[Europe/Lisbon]', null],
  ['say 2027-03-31T18:00Z', null],
  ['2027-03-31T18:00Z!', null],
  ['', null],
])('“%s” is read as the moment it says, or as none', (text, moment) => {
  expect(readMoment(text)).toEqual(moment)
})

test('what is just over was just now, and what is just ahead is in a moment', () => {
  const now = at('2026-11-23T10:00:00Z')
  const ages = [0, 5, 6, 59, 60, -60].map(seconds => sayAge(now.add({ seconds }), now))
  expect(ages).toEqual(['just now', 'just now', 'in a moment', 'in a moment', 'in a minute', 'a minute ago'])
})
