import { expect, test } from 'vitest'
import {
  beginOf,
  endOf,
  isKnownZone,
  momentOfBegin,
  momentOfEnd,
  printMoment,
  readMoment,
  sayAge,
  sayDate,
  sayEnd,
  sayBegin,
  sayInstant,
  sayShortDate,
  Temporal,
} from './index.ts'

const at = (text: string) => Temporal.Instant.from(text)
const lisbon = 'Europe/Lisbon'

test('a day is read as a day, an exact time with its offset, and nothing else', () => {
  expect(readMoment('2027-03-31')).toEqual({ date: '2027-03-31' })
  expect(readMoment('2027-03-31t18:00z')).toEqual({ at: '2027-03-31T18:00Z' })
  expect(readMoment('2027-03-31T18:00:30+01:00')).toEqual({ at: '2027-03-31T18:00:30+01:00' })
  for (const wrong of [
    '2027-02-30',
    '31.3.2027',
    '2027-03-31T18:00',
    'x2027-03-31',
    '2027-03-31x',
    '2027-03-31T25:00Z',
    '',
  ])
    expect(readMoment(wrong), wrong).toBeNull()
  expect(printMoment({ date: '2027-03-31' })).toBe('2027-03-31')
  expect(printMoment({ at: '2027-03-31T18:00Z' })).toBe('2027-03-31T18:00Z')
})

test('a day begins and ends at midnight of its zone; an exact time is what it says', () => {
  const summer = { date: '2027-06-10' }
  expect(beginOf(summer, lisbon).equals(at('2027-06-09T23:00Z'))).toBe(true)
  expect(endOf(summer, lisbon).equals(at('2027-06-10T23:00Z'))).toBe(true)
  expect(endOf({ at: '2027-06-10T18:00Z' }, lisbon).equals(at('2027-06-10T18:00Z'))).toBe(true)
  expect(beginOf({ at: '2027-06-10T18:00Z' }, lisbon).equals(at('2027-06-10T18:00Z'))).toBe(true)
  expect(momentOfBegin(at('2027-06-09T23:00Z'), lisbon)).toEqual(summer)
  expect(momentOfEnd(at('2027-06-10T23:00Z'), lisbon)).toEqual(summer)
  expect(momentOfBegin(at('2027-06-09T23:30Z'), lisbon)).toEqual({ at: '2027-06-10T00:30+01:00' })
  expect(momentOfEnd(at('2027-06-10T22:59Z'), lisbon)).toEqual({ at: '2027-06-10T23:59+01:00' })
})

test('instants are said with the day people mean, in their zone', () => {
  const midnight = at('2027-06-10T23:00Z')
  expect(sayEnd(midnight, lisbon)).toBe('10 June 2027')
  expect(sayDate(midnight, lisbon)).toBe('11 June 2027')
  expect(sayShortDate(midnight, lisbon)).toBe('11 Jun 2027')
  expect(sayInstant(midnight, lisbon)).toBe('11 June 2027, 00:00 (Lisbon time)')
  expect(sayEnd(at('2027-06-10T17:00Z'), lisbon)).toBe('10 June 2027, 18:00 (Lisbon time)')
  expect(sayBegin(midnight, lisbon)).toBe('11 June 2027')
  expect(sayBegin(at('2027-06-10T17:00Z'), lisbon)).toBe('10 June 2027, 18:00 (Lisbon time)')
  expect(sayInstant(midnight, 'UTC')).toBe('10 June 2027, 23:00 (UTC)')
  expect(sayDate(at('2027-01-05T12:00Z'), lisbon)).toBe('5 January 2027')
  expect([isKnownZone(lisbon), isKnownZone('Europe/Atlantis')]).toEqual([true, false])
})

test.each([
  [0, 'just now'],
  [-3, 'just now'],
  [-30, 'in a moment'],
  [59, 'just now'],
  [60, 'a minute ago'],
  [3_600, 'an hour ago'],
  [-7_200, 'in 2 hours'],
  [86_400, 'a day ago'],
  [-86_400 * 11, 'in 11 days'],
  [2_629_746, 'a month ago'],
  [-31_556_952 * 2, 'in 2 years'],
])('%i seconds are said as %s', (seconds, said) => {
  const now = at('2026-11-23T10:00Z')
  expect(sayAge(now.subtract({ seconds }), now)).toBe(said)
})
