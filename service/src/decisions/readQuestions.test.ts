import fc from 'fast-check'
import { expect, test } from 'vitest'
import { readQuestions } from './readQuestions.ts'

const text = fc.oneof(
  fc.constantFrom('person', 'ad-account', '', '船 “a”', '__proto__', '\u2028'),
  fc.string({ unit: 'binary' }),
)
const named = fc.record({ type: text, id: text })
const whole = fc.record({ subject: named, action: fc.record({ name: text }), resource: named })
const odd = fc.oneof(
  whole,
  fc.record({ resource: named, action: fc.record({ name: text }), subject: named }),
  whole.map(one => ({ ...one, context: {} })),
  fc.record({ resource: named }),
  fc.jsonValue(),
)

/** Written as some programs do it, or with spaces where others have them. */
const writings = [
  (all: unknown) => JSON.stringify(all),
  (all: unknown) =>
    JSON.stringify(all, null, 1)
      .replaceAll(/\n */g, ' ')
      .replaceAll(/([{[]) | (?=[}\]])/g, '$1'),
  (all: unknown) => JSON.stringify(all, null, 1),
]

test('questions written as most programs write them are read at once, and are what JSON says', () => {
  fc.assert(
    fc.property(fc.array(whole, { minLength: 1 }), fc.constantFrom(...writings.slice(0, 2)), (evaluations, write) => {
      const json = write({ evaluations })
      const read = readQuestions(json)
      if (!json.includes('\\')) expect(read).not.toBeNull()
      if (read) expect(read).toEqual(JSON.parse(json))
    }),
  )
})

test('whatever else comes is left, or is read as JSON says: nothing more, nothing less', () => {
  const valueOf = (json: string): unknown => {
    try {
      return JSON.parse(json)
    } catch {
      return 'no JSON'
    }
  }
  const spoilt = fc
    .tuple(
      fc.oneof(fc.array(whole, { minLength: 1, maxLength: 3 }), fc.array(odd)),
      fc.constantFrom(...writings),
      fc.nat(),
      fc.constantFrom(0, 0, 1, 9),
      fc.oneof(fc.constantFrom('', ...'{}[]":,\\ x'), fc.nat({ max: 32 }).map(String.fromCharCode)),
    )
    .map(([evaluations, write, place, length, sign]) => {
      const json = write({ evaluations })
      const at = place % (json.length + 1)
      return json.slice(0, at) + sign + json.slice(at + length)
    })
  fc.assert(
    fc.property(spoilt, json => {
      const read = readQuestions(json)
      if (read) expect(read).toEqual(valueOf(json))
    }),
    { numRuns: 2_000 },
  )
})
