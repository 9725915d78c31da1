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

test('a business of just that name is meant before all whose name begins with it; signs make no handle', () => {
  const two = [...known, { name: 'Gullwright' }]
  expect(meantByHandle('gullwright', two).map(one => one.name)).toEqual(['Gullwright'])
  expect(businessHandle('  «Café  Zürich» & Söhne!! ')).toBe('cafe-zurich-sohne')
  expect(businessHandle('--- Line 7 ---')).toBe('line-7')
})
