import { expect, test } from 'vitest'
import { knownPurposes } from '../purposes/index.ts'
import { askedParts, givenOf } from './askedParts.ts'

const purpose = (name: string) => knownPurposes.find(one => one.name === name)!

test('a tier and what is asked for by name are answered one by one', () => {
  const parts = askedParts('ad-account', { tier: 'run', actions: ['billing.see', 'ads.see'] }, null)
  expect(parts.map(part => part.words)).toEqual(['run', 'see the bills'])
})

test('giving access, the bills and contacts deserve a second look, unless the purpose takes them', () => {
  const doubts = (given: Parameters<typeof askedParts>[1], name: string | null = null) =>
    askedParts('ad-account', given, name ? purpose(name) : null).map(part => part.doubt)
  expect(doubts({ tier: 'steward', actions: [] })).toEqual(['it lets them give access to others'])
  expect(doubts({ tier: 'run', actions: ['billing.see'] }, 'run our adverts')).toEqual([
    null,
    'to run our adverts nobody needs it',
  ])
  expect(doubts({ tier: null, actions: ['billing.see', 'billing.change'] }, 'look after the bills')).toEqual([
    null,
    null,
  ])
  expect(doubts({ tier: null, actions: ['contacts.download', 'billing.change'] })).toEqual([
    'it lets them take personal data out',
    'it lets them change how it is paid',
  ])
})

test('what is chosen comes to a level again: all of it, a part, a lower tier, never a higher one', () => {
  const parts = askedParts('ad-account', { tier: 'run', actions: ['billing.see'] }, null)
  expect(givenOf(parts)).toEqual({ tier: 'run', actions: ['billing.see'] })
  expect(givenOf(parts, 'draft')).toEqual({ tier: 'draft', actions: ['billing.see'] })
  expect(givenOf(parts, 'steward')).toEqual({ tier: 'run', actions: ['billing.see'] })
  expect(givenOf(parts.slice(1))).toEqual({ tier: null, actions: ['billing.see'] })
  expect(givenOf([])).toBeNull()
})
