import fc from 'fast-check'
import { expect, test } from 'vitest'
import { Temporal } from './moment.ts'
import { readTyped } from './typed.ts'

/** A Thursday. */
const today = Temporal.PlainDate.from('2026-11-26')

test.each([
  ['2027-03-31', '2027-03-31'],
  ['6 weeks', '2027-01-07'],
  ['for six weeks', '2027-01-07'],
  ['in a month', '2026-12-26'],
  ['tomorrow', '2026-11-27'],
  ['Friday', '2026-11-27'],
  ['thursday', '2026-12-03'],
  ['next Friday', '2026-12-04'],
  ['until end of March', '2027-03-31'],
  ['end of November', '2026-11-30'],
  ['the end of the month', '2026-11-30'],
  ['end of next month', '2026-12-31'],
  ['end of February 2028', '2028-02-29'],
  ['end of the year', '2026-12-31'],
  ['end of 2027', '2027-12-31'],
  ['end of the week', '2026-11-29'],
  ['31 March', '2027-03-31'],
  ['31st of March, 2028', '2028-03-31'],
  ['March 31', '2027-03-31'],
  ['1 Dec', '2026-12-01'],
  ['31.3.2027', '2027-03-31'],
])('“%s” is %s, said on a Thursday in November', (typed, date) => {
  expect(readTyped(typed, today)).toEqual({ date })
})

test.each([
  '',
  'soon',
  '3/4/2027',
  '31 February',
  '30.2.2027',
  'March',
  'zero weeks',
  '0 days',
  'end of Fridays',
  'ma 3',
])('“%s” is no day, and is not guessed', typed => {
  expect(readTyped(typed, today)).toBeNull()
})

test('a day without a year is never over, and is reached within a year', () => {
  const days = fc.date({ min: new Date('2026-01-01'), max: new Date('2031-12-31'), noInvalidDate: true })
  fc.assert(
    fc.property(
      days,
      fc.constantFrom('friday', 'next monday', 'end of april', '3 may', 'end of week'),
      (date, typed) => {
        const from = Temporal.PlainDate.from(date.toISOString().slice(0, 10))
        const read = readTyped(typed, from)
        const found = Temporal.PlainDate.from((read as { date: string }).date)
        const ahead = from.until(found, { largestUnit: 'days' }).days
        expect(ahead).toBeGreaterThanOrEqual(0)
        expect(ahead).toBeLessThanOrEqual(366)
      },
    ),
  )
})
