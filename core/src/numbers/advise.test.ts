import { expect, test } from 'vitest'
import { adviseNumber } from './advise.ts'
import { drawNumber } from './number.ts'

const agency = { number: drawNumber('B', 48_151_623), name: 'Gullwright & Moss' }
const asset = drawNumber('A', 27_182_818)
const withDigit = (at: number, digit: string) => {
  const place = [...agency.number.matchAll(/\d/g)][at]!.index
  return agency.number.slice(0, place) + digit + agency.number.slice(place + 1)
}

test('a right number of the kind that is wanted, and what is no number, needs no advice', () => {
  expect(adviseNumber(agency.number, 'B', [])).toBeNull()
  expect(adviseNumber('gullwright', 'B', [agency])).toBeNull()
  expect(adviseNumber('bea@ondaverde.example', 'B', [agency])).toBeNull()
})

test('an asset’s number where a business’s belongs is told as one', () => {
  expect(adviseNumber(asset, 'B', [])).toContain('is an asset’s number')
  expect(adviseNumber(agency.number, 'A', [])).toContain('is a business’s number')
})

test('which digit is wrong is said only where exactly one known number is one digit away', () => {
  expect(adviseNumber(withDigit(3, '9'), 'B', [agency])).toBe(
    `One digit is wrong, the fourth: Gullwright & Moss is ${agency.number}.`,
  )
  expect(adviseNumber(withDigit(3, '9'), 'B', [])).toBe(
    'A digit of this number is wrong. Compare it with the message you got.',
  )
  expect(adviseNumber(withDigit(3, '9'), 'B', [agency, { ...agency, name: 'Twin' }])).toContain('Compare it')
})

test('a number that is not whole yet is told so', () => {
  expect(adviseNumber('B-4815-16', 'B', [agency])).toContain('not a whole number yet')
})
