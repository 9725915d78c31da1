import fc from 'fast-check'
import { expect, test } from 'vitest'
import { tiers } from '../levels/index.ts'
import { drawNumber } from '../numbers/index.ts'
import { parseHandover, printHandover, type HandoverSentence } from './handover.ts'

const kitchen = drawNumber('B', 27_182_818)
const read = (text: string) => {
  const reading = parseHandover(text)
  if (!reading.ok) throw new Error(`${text}: ${reading.error.message}`)
  return reading.sentence
}

test('what goes over, to whom, what is kept, who pays and why are read in any order', () => {
  const sentence = read(
    `hand over page/day-trips, bundle/summer to ${kitchen} because "It is yours." with people with billing keeping run`,
  )
  expect(sentence).toMatchObject({ keeping: 'run', withBilling: true, withPeople: true, because: 'It is yours.' })
  expect(printHandover(sentence)).toBe(
    `hand over page/day-trips, bundle/summer to ${kitchen} keeping run with billing with people because "It is yours."`,
  )
})

test.each([
  ['hand page/day-trips', /it is said as “hand over”/, 'page/day-trips'],
  ['hand over page/day-trips to bea@ondaverde.example', /Assets belong to a business/, 'bea@ondaverde.example'],
  [`hand over page/day-trips to ${kitchen} keeping all`, /“all” is no tier/, 'all'],
  [`hand over page/day-trips to ${kitchen} with means`, /after “with” comes “billing”/, 'means'],
  [`hand over page/day-trips to ${kitchen} keeping run keeping run`, /was said before/, 'keeping'],
  [`hand over page/day-trips to ${kitchen} because yours`, /the reason in quotes/, 'yours'],
  [`hand over page/day-trips to ${kitchen} because "password: gull7"`, /looks like a password/, '"password: gull7"'],
  [`hand over page/day-trips to ${kitchen} because "${'a'.repeat(501)}"`, /at most 500 letters/, null],
])('“%s” is refused at the word', (text, message, word) => {
  const reading = parseHandover(text)
  if (reading.ok) throw new Error('read')
  expect(reading.error.message).toMatch(message)
  if (word) expect(text.slice(reading.error.start, reading.error.end)).toBe(word)
})

const named = fc.array(
  fc.nat(99_999_999).map(drawn => ({ by: 'number' as const, number: drawNumber('A', drawn) })),
  { minLength: 1, maxLength: 4 },
)
const sentence: fc.Arbitrary<HandoverSentence> = fc
  .oneof(
    named.map(assets => ({ assets, everything: null })),
    fc.option(fc.constantFrom('marram', 'tern')).map(on => ({ assets: [], everything: { on } })),
  )
  .chain(what =>
    fc.record({
      ...{ assets: fc.constant(what.assets), everything: fc.constant(what.everything) },
      verb: fc.constant('hand over' as const),
      to: fc.nat(99_999_999).map(drawn => ({ by: 'number' as const, number: drawNumber('B', drawn) })),
      keeping: fc.option(fc.constantFrom(...tiers)),
      withBilling: fc.boolean(),
      withPeople: fc.boolean(),
      because: fc.option(fc.stringMatching(/^[A-Za-z]{1,9}( [a-z]{1,9}){0,5}\.?$/)),
    }),
  )

test('what is printed is read as the same', () => {
  fc.assert(
    fc.property(sentence, said => {
      expect(read(printHandover(said))).toEqual(said)
    }),
  )
})
