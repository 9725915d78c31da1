import { expect, test } from 'vitest'
import { allKinds } from './catalogue.ts'
import { findKinds, kindMeantBy } from './find.ts'

test.each([
  ['pixel', 'tag'],
  ['Pixels', 'tag'],
  ['newsletter', 'mailing-account'],
  ['ad account', 'ad-account'],
  ['product feed', 'catalog'],
  ['chatbot', 'assistant'],
])('“%s” finds the kind %s', (word, kind) => {
  expect(kindMeantBy(word)).toBe(kind)
  expect(findKinds(word)).toEqual([kind])
})

test('a part of a word finds every kind that has it, nothing finds all, and nonsense none', () => {
  expect(findKinds('account')).toEqual(expect.arrayContaining(['ad-account', 'analytics-account', 'mailing-account']))
  expect(findKinds('')).toEqual(allKinds)
  expect(findKinds('zeppelin')).toEqual([])
  expect(kindMeantBy('account')).toBeNull()
})
