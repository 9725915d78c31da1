import fc from 'fast-check'
import { expect, test } from 'vitest'
import { nearest } from './nearest.ts'

test('a slip of the finger finds the name that was meant', () => {
  expect(nearest('ad-account/summer-crosings', ['ad-account/summer-crossings', 'ad-account/winter-freight'])).toBe(
    'ad-account/summer-crossings',
  )
  expect(nearest('Stewrad', ['watch', 'draft', 'run', 'steward'])).toBe('steward')
})

test('what is near to nothing finds nothing', () => {
  expect(nearest('zebra', ['watch', 'steward'])).toBeNull()
  expect(nearest('run', [])).toBeNull()
})

test('a known name finds itself', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.stringMatching(/^[a-z]{3,12}$/), { minLength: 1 }), names => {
      for (const name of names) expect(nearest(name, names)).toBe(name)
    }),
  )
})

test('of two that are equally near the first is taken; a long name may be missed by more than a short one', () => {
  expect(nearest('rum', ['run', 'rut'])).toBe('run')
  expect(nearest('ruin', ['rut', 'run'])).toBe('run')
  expect(nearest('wxyz', ['watch'])).toBeNull()
  expect(nearest('run-our-adverds-plese', ['run-our-adverts-please'])).toBe('run-our-adverts-please')
  expect(nearest('measure convertions soon', ['measure conversions', 'run'])).toBe('measure conversions')
})
