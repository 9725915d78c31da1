import { expect, test } from 'vitest'
import { firstName } from './firstName.ts'
import { capitalised, possessive, sayCount, sayList, sayMany, withArticle, withReason } from './lists.ts'

test('lists and counts are said as people say them', () => {
  expect(sayList([])).toBe('')
  expect(sayList(['a'])).toBe('a')
  expect(sayList(['a', 'b'])).toBe('a and b')
  expect(sayList(['a', 'b', 'c'], 'or')).toBe('a, b or c')
  expect(['page', 'property', 'day'].map(sayMany)).toEqual(['pages', 'properties', 'days'])
  expect([0, 1, 2, 12, 13].map(count => sayCount(count, 'asset'))).toEqual([
    'no assets',
    'one asset',
    'two assets',
    'twelve assets',
    '13 assets',
  ])
  expect(sayCount(2, 'letter waits', 'letters wait')).toBe('two letters wait')
})

test('a first name stands on a button, cut where it is very long and nowhere within a letter', () => {
  expect(firstName('Bea Fontaine')).toBe('Bea')
  expect(firstName('')).toBe('')
  expect(firstName('𝒯'.repeat(30))).toBe(`${'𝒯'.repeat(19)}…`)
})

test('names and nouns take the endings and articles they have', () => {
  expect(possessive('Agnese')).toBe('Agnese’s')
  expect(possessive('Ondaverde Ferries')).toBe('Ondaverde Ferries’')
  expect(withArticle('ad account')).toBe('an ad account')
  expect(withArticle('page')).toBe('a page')
  expect(capitalised('three letters')).toBe('Three letters')
  expect(capitalised('')).toBe('')
})

test('a reason stands behind what was done, and the sentence ends once', () => {
  expect(withReason('Agnese paused Tomasz', 'until he is back')).toBe('Agnese paused Tomasz: “until he is back”.')
  expect(withReason('Agnese paused Tomasz', 'He is at sea.')).toBe('Agnese paused Tomasz: “He is at sea.”')
  expect(withReason('Agnese paused Tomasz', null)).toBe('Agnese paused Tomasz.')
  expect(withReason('Agnese paused Tomasz', 'Back? Not yet')).toBe('Agnese paused Tomasz: “Back? Not yet”.')
})
