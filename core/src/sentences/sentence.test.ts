import fc from 'fast-check'
import { expect, test } from 'vitest'
import { allActions, allFigures, allKinds } from '../kinds/index.ts'
import { tiers } from '../levels/index.ts'
import { drawNumber } from '../numbers/index.ts'
import { Temporal } from '../time/index.ts'
import { parseSentence } from './parse.ts'
import { printSentence, printWho } from './print.ts'
import type { Sentence, What, Who } from './sentence.ts'

const today = Temporal.PlainDate.from('2026-11-23')
const read = (text: string) => parseSentence(text, today)
const errorIn = (text: string) => {
  const reading = read(text)
  if (reading.ok) throw new Error(`read without an error: ${text}`)
  return reading.error
}

const handle = fc.stringMatching(/^[a-z0-9]{1,8}(-[a-z0-9]{1,8}){0,2}$/)
const draw = fc.integer({ min: 0, max: 99_999_999 })
const who: fc.Arbitrary<Who> = fc.oneof(
  fc
    .stringMatching(/^[a-z]{1,9}(\.[a-z]{1,9})?$/)
    .map(name => ({ by: 'address' as const, address: `${name}@ondaverde.example` })),
  handle.map(name => ({ by: 'team' as const, handle: name })),
  handle.map(name => ({ by: 'business' as const, handle: name })),
  draw.map(n => ({ by: 'number' as const, number: drawNumber('B', n) })),
)
const what: fc.Arbitrary<What> = fc.oneof(
  fc.tuple(fc.constantFrom(...allKinds), handle).map(([kind, name]) => ({ by: 'handle' as const, kind, handle: name })),
  handle.map(name => ({ by: 'bundle' as const, handle: name })),
  draw.map(n => ({ by: 'number' as const, number: drawNumber('A', n) })),
)
const day = fc.integer({ min: 0, max: 9000 }).map(n => ({ date: today.add({ days: n }).toString() }))
const moment = fc.oneof(
  day,
  day.map(({ date }) => ({ at: `${date}T18:30+01:00` })),
)
const someOn = fc.array(what, { minLength: 1, maxLength: 4 })
const somePart = fc
  .record({
    tier: fc.option(fc.constantFrom(...tiers)),
    actions: fc.subarray(allActions, { maxLength: 3 }),
    on: someOn,
    hiding: fc.subarray([...allFigures]),
    from: fc.option(moment),
    until: fc.option(moment),
  })
  .filter(part => part.tier !== null || part.actions.length > 0)
const somebody = fc.uniqueArray(who, { minLength: 1, maxLength: 3, selector: printWho })
const purposeName = fc.stringMatching(/^[a-z]{1,8}( [a-z]{1,8}){0,3}$/)
const letSentence = fc.record({
  verb: fc.constant('let' as const),
  who: somebody,
  parts: fc.array(somePart, { minLength: 1, maxLength: 3 }),
  purpose: fc.option(purposeName),
  mayGiveAccess: fc.boolean(),
  mayPassOn: fc.boolean(),
})
const purposeSentence = fc.record({
  verb: fc.constant('let' as const),
  who: somebody,
  parts: fc
    .record({
      tier: fc.constant(null),
      actions: fc.constant([]),
      on: fc.oneof(someOn, fc.constant([])),
      hiding: fc.subarray([...allFigures]),
      from: fc.option(moment),
      until: fc.option(moment),
    })
    .map(part => [part]),
  purpose: purposeName,
  mayGiveAccess: fc.boolean(),
  mayPassOn: fc.boolean(),
})
const endSentence = fc.oneof(
  fc.record({ verb: fc.constant('end' as const), who, on: someOn, purpose: fc.option(purposeName) }),
  who.map(one => ({ verb: 'end' as const, who: one, on: [], purpose: null })),
  fc.uuid().map(grant => ({ verb: 'end' as const, grant })),
)
const anySentence: fc.Arbitrary<Sentence> = fc.oneof(letSentence, purposeSentence, endSentence)

test('what is printed is read as the same sentence', () => {
  fc.assert(
    fc.property(anySentence, sentence => {
      expect(read(printSentence(sentence))).toEqual({ ok: true, sentence })
    }),
  )
})

test('what is read is printed in one form, which stays as it is', () => {
  fc.assert(
    fc.property(anySentence, sentence => {
      const printed = printSentence(sentence)
      const again = read(printed.replaceAll(' ', '   '))
      expect(again.ok && printSentence(again.sentence)).toBe(printed)
    }),
  )
})

test('several levels stand in one sentence, each with what it hides and until when', () => {
  const text =
    'let maja@gullwright.example run on page/day-trips, page/harbour hiding revenue and contacts until 2027-03-31 and caption.edit on channel/decks to "post for us"'
  const reading = read(text)
  expect(reading).toMatchObject({
    ok: true,
    sentence: {
      purpose: 'post for us',
      parts: [
        { tier: 'run', hiding: ['revenue', 'contacts'], until: { date: '2027-03-31' } },
        { tier: null, actions: ['caption.edit'], hiding: [], until: null },
      ],
    },
  })
  expect(reading.ok && printSentence(reading.sentence)).toBe(text)
})

test('no text at all makes the reader fail in any other way than with a pointed error', () => {
  fc.assert(
    fc.property(fc.string(), text => {
      const reading = read(`let ${text}`)
      if (!reading.ok) expect(reading.error.end).toBeGreaterThanOrEqual(reading.error.start)
    }),
  )
})

test('a span is printed as the date it comes to', () => {
  const reading = read('let priya@ondaverde.example run on ad-account/summer-crossings hiding revenue for 6 months')
  expect(reading.ok && printSentence(reading.sentence)).toBe(
    'let priya@ondaverde.example run on ad-account/summer-crossings hiding revenue until 2027-05-23',
  )
})

test('a span counts from the day the sentence begins', () => {
  const reading = read('let a@b.example watch on page/x for 2 weeks from 2027-01-01')
  expect(reading.ok && reading.sentence.verb === 'let' && reading.sentence.parts[0]?.until).toEqual({
    date: '2027-01-15',
  })
})

test('an error points at the word and offers the nearest known one', () => {
  const text = 'let priya@ondaverde.example rum on ad-account/summer-crossings'
  expect(errorIn(text)).toMatchObject({ start: text.indexOf('rum'), end: text.indexOf('rum') + 3, nearest: 'run' })
  expect(errorIn('let a@b.example watch on ad-acount/x').message).toContain('Did you mean ad-account?')
  expect(errorIn('let a@b.example watch on page/x hiding revenues').nearest).toBe('revenue')
  expect(errorIn('let a@b.example ads.publsh on ad-account/x')).toMatchObject({
    code: 'action.unknown',
    nearest: 'ads.publish',
  })
})

test('what a partner may do besides is said as a question of its own, and is no unless said', () => {
  const said = read('let B-4815-1623-97 steward on page/day-trips may give access until 2027-03-31 may pass on')
  expect(said).toMatchObject({ ok: true, sentence: { mayGiveAccess: true, mayPassOn: true } })
  expect(read('let B-4815-1623-97 run on page/day-trips')).toMatchObject({
    sentence: { mayGiveAccess: false, mayPassOn: false },
  })
  expect(errorIn('let B-4815-1623-97 run on page/day-trips may fly')).toMatchObject({
    message: 'After “may” comes “give access” or “pass on”.',
  })
  expect(errorIn('let B-4815-1623-97 run on page/day-trips may pass on may pass on').message).toContain('before')
})
