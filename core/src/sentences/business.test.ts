import { expect, test } from 'vitest'
import { businessHandle, meantByHandle } from './business.ts'

const known = ['Gullwright & Moss', 'Gullwright Sails', 'Nonna Brigida’s Kitchen'].map(name => ({ name }))

test('a business is called by its name in small letters, or by the beginning of it where that is clear', () => {
  expect(known.map(one => businessHandle(one.name))).toEqual([
    'gullwright-moss',
    'gullwright-sails',
    'nonna-brigidas-kitchen',
  ])
  expect(meantByHandle('nonna', known).map(one => one.name)).toEqual(['Nonna Brigida’s Kitchen'])
  expect(meantByHandle('gullwright', known)).toHaveLength(2)
  expect(meantByHandle('gull', known)).toHaveLength(0)
})
