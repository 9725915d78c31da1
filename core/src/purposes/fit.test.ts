import { expect, test } from 'vitest'
import { begunPurpose } from './begun.ts'
import { fitOf } from './fit.ts'
import { knownPurposes } from './purpose.ts'

const purpose = (name: string) => knownPurposes.find(one => one.name === name)!

test('a purpose that takes all the kinds named says what it takes on each, and what it needs besides', () => {
  expect(fitOf(purpose('run our adverts'), ['ad-account', 'page'])).toMatchObject({
    fits: 'all',
    words: 'Run on an ad account and use the page in adverts and collect leads on a page; it needs a tag too.',
  })
})

test('one that takes some of them says which it leaves out', () => {
  expect(fitOf(purpose('post for us'), ['ad-account', 'page'])).toMatchObject({
    fits: 'some',
    words: 'Run on a page. Leaves out the ad account.',
  })
})

test('one that takes none of them tells what it would need', () => {
  expect(fitOf(purpose('send our newsletters'), ['page'])).toMatchObject({
    fits: 'none',
    words: 'Run on a mailing account.',
  })
})

test('with nothing named every purpose fits', () => {
  expect(knownPurposes.every(one => fitOf(one, []).fits === 'all')).toBe(true)
})

test('run on an ad account begins to run adverts, which takes a page and a tag; run on a page alone is whole', () => {
  const begun = (...[kind, tier]: [Parameters<typeof begunPurpose>[1], Parameters<typeof begunPurpose>[2]['tier']]) =>
    begunPurpose(knownPurposes, kind, { tier, actions: [] })?.name ?? null
  expect(begun('ad-account', 'run')).toBe('run our adverts')
  expect(begun('ad-account', 'draft')).toBe('prepare adverts for approval')
  expect(begun('ad-account', 'watch')).toBeNull()
  expect(begun('page', 'run')).toBeNull()
})
