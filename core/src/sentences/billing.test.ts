import fc from 'fast-check'
import { expect, test } from 'vitest'
import { drawNumber } from '../numbers/index.ts'
import { Temporal } from '../time/index.ts'
import { parseBilling, printBilling, type BillingSentence } from './billing.ts'
import type { What, Who } from './sentence.ts'

const summer = 'ad-account/summer-crossings'
const read = (text: string) => {
  const reading = parseBilling(text, Temporal.PlainDate.from('2026-11-23'))
  if (!reading.ok) throw new Error(`${text}: ${reading.error.message}`)
  return reading.sentence
}

test('who pays is said with the one who answers for it, the means and the day, in any order', () => {
  const sentence = read(`billing ${summer} to Noor@ondaverde.example from 2027-01-01 with means/harbour-card.`)
  expect(sentence).toEqual({
    verb: 'billing',
    account: { by: 'handle', kind: 'ad-account', handle: 'summer-crossings' },
    to: { by: 'address', address: 'noor@ondaverde.example' },
    means: 'harbour-card',
    from: { date: '2027-01-01' },
  })
  expect(printBilling(sentence)).toBe(
    `billing ${summer} to noor@ondaverde.example with means/harbour-card from 2027-01-01`,
  )
  expect(read(`billing A-2718-2818-24 to business/gullwright`)).toMatchObject({ means: null, from: null })
})

test.each([
  ['bill x', /“billing” is expected/, 'bill'],
  [`billing ${summer}`, /“to” is expected here/, ''],
  [`billing ${summer} to team/paid-media`, /One person answers for a payment/, 'team/paid-media'],
  [`billing ${summer} to noor@ondaverde.example with harbour-card`, /say it as means\/harbour-card/, 'harbour-card'],
  [`billing ${summer} to noor@ondaverde.example with means/Harbour`, /cannot be a handle/, 'means/Harbour'],
  [`billing ${summer} to noor@ondaverde.example with means/a with means/b`, /was said before/, 'with'],
  [`billing ${summer} to noor@ondaverde.example form 2027-01-01`, /Did you mean from\?/, 'form'],
  [`billing ${summer} to noor@ondaverde.example from someday`, /is no date/, 'someday'],
  [`billing ${summer} to A-2718-2818-24`, /a business’s is wanted here/, 'A-2718-2818-24'],
])('“%s” is refused at the word', (text, message, word) => {
  const reading = parseBilling(text, Temporal.PlainDate.from('2026-11-23'))
  if (reading.ok) throw new Error('read')
  expect(reading.error.message).toMatch(message)
  expect(text.slice(reading.error.start, reading.error.end)).toBe(word)
})

const handle = fc.stringMatching(/^[a-z0-9]{1,8}(-[a-z0-9]{1,8}){0,2}$/)
const account: fc.Arbitrary<What> = fc.oneof(
  handle.map(name => ({ by: 'handle' as const, kind: 'ad-account' as const, handle: name })),
  fc.nat(99_999_999).map(drawn => ({ by: 'number' as const, number: drawNumber('A', drawn) })),
)
const to: fc.Arbitrary<Who> = fc.oneof(
  handle.map(name => ({ by: 'address' as const, address: `${name}@ondaverde.example` })),
  handle.map(name => ({ by: 'business' as const, handle: name })),
  fc.nat(99_999_999).map(drawn => ({ by: 'number' as const, number: drawNumber('B', drawn) })),
)
const from = fc.nat(9_000).map(days => ({ date: Temporal.PlainDate.from('2026-11-23').add({ days }).toString() }))
const billing: fc.Arbitrary<BillingSentence> = fc.record({
  verb: fc.constant('billing' as const),
  account,
  to,
  means: fc.option(handle),
  from: fc.option(from),
})

test('what is printed is read as the same again', () => {
  fc.assert(
    fc.property(billing, sentence => {
      expect(read(printBilling(sentence))).toEqual(sentence)
    }),
  )
})
