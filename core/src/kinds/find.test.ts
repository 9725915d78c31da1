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

test('words are the same with any dashes, spaces, capital letters and plural; what means just one kind comes alone', () => {
  for (const word of ['Ad  Account', 'ad-account', 'AD – ACCOUNTS', ' ad account '])
    expect(findKinds(word), word).toEqual(['ad-account'])
  expect(findKinds('page')).toEqual(['page'])
  expect(findKinds('pag')).toContain('page')
  expect(findKinds('   ')).toEqual(allKinds)
})
