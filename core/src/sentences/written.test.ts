import fc from 'fast-check'
import { expect, test } from 'vitest'
import { Temporal } from '../time/index.ts'
import { parseSentence, parseWhat, parseWho } from './parse.ts'
import { printSentence } from './print.ts'
import { isAddress } from './reader.ts'
import type { LetSentence } from './sentence.ts'
import { cutIntoWords } from './words.ts'

const today = Temporal.PlainDate.from('2026-11-23')
const bea = 'bea@ondaverde.example'
const read = (text: string) => {
  const reading = parseSentence(text, today)
  if (!reading.ok) throw new Error(`${text}: ${reading.error.message}`)
  return reading.sentence
}
const readLet = (text: string) => read(text) as LetSentence
const refused = (text: string) => {
  const reading = parseSentence(text, today)
  return reading.ok ? 'read' : reading.error.message
}

test('a full stop at the very end is a full stop and no part of the last word; one inside a word stays', () => {
  expect(read(`let ${bea} run on page/day-trips.`)).toEqual(read(`let ${bea} run on page/day-trips`))
  expect(read(`end ${bea}.`)).toEqual(read(`end ${bea}`))
  expect(cutIntoWords('a.b c.').map(({ text, start, end }) => [text, start, end])).toEqual([
    ['a.b', 0, 3],
    ['c', 4, 5],
  ])
  expect(cutIntoWords('say .').map(word => word.text)).toEqual(['say', '.'])
  expect(cutIntoWords('say "so."').map(word => word.text)).toEqual(['say', 'so.'])
})

test('any spaces, line breaks and commas between words are read alike', () => {
  const plain = readLet(
    `let ${bea}, mo@ondaverde.example run, billing.see on page/day-trips, page/kitchen to "run our adverts"`,
  )
  const spread = readLet(
    `  let ${bea} ,mo@ondaverde.example\n run and billing.see  on page/day-trips and page/kitchen\tto "run  our\n adverts" `,
  )
  expect(spread).toEqual(plain)
})

test('a purpose stands in straight or in curly quotes, and what nobody sees of a pasted sentence is no part of it', () => {
  const plain = readLet(`let ${bea} "run our adverts" on page/day-trips`)
  for (const quoted of ['“run our adverts”', '„run our adverts“', '”run our adverts”'])
    expect(readLet(`let ${bea} ${quoted} on page/day-trips`)).toEqual(plain)
  expect(readLet(`\ufefflet ${bea}\u200b "run our adverts" on page/day-trips\u2060`)).toEqual(plain)
  expect(readLet(`let ${bea} "say “yes”" on page/day-trips`).purpose).toBe('say “yes”')
})

test('an address is taken in small letters, whatever letters it was typed in', () => {
  expect(parseWho('Bea@Ondaverde.EXAMPLE')).toEqual({ ok: true, who: { by: 'address', address: bea } })
})

test.each([
  ['bea@ondaverde.example', true],
  ['b.e+a_1@on-da.verde.example', true],
  [`${'b'.repeat(64)}@ondaverde.example`, true],
  [`${'b'.repeat(65)}@ondaverde.example`, false],
  [`b@${'o'.repeat(63)}.${'n'.repeat(63)}.${'d'.repeat(63)}.${'a'.repeat(60)}`, true],
  [`b@${'o'.repeat(63)}.${'n'.repeat(63)}.${'d'.repeat(63)}.${'a'.repeat(61)}`, false],
  ['bea@localhost', false],
  ['@ondaverde.example', false],
  ['bea@@ondaverde.example', false],
  ['bea@-ondaverde.example', false],
  ['bea@ondaverde-.example', false],
  ['bea@ondaverde..example', false],
  ['bea@ondaverde.example ', false],
  ['say bea@ondaverde.example', false],
  ['bea@ondaverde.example, mo', false],
  ['<bea@ondaverde.example>', false],
  ['"bea"@ondaverde.example', false],
])('“%s” is an address: %s', (text, is) => {
  expect(isAddress(text)).toBe(is)
})

test.each([
  ['page/day-trips', { by: 'handle', kind: 'page', handle: 'day-trips' }],
  ['bundle/summer', { by: 'bundle', handle: 'summer' }],
  [`page/${'d'.repeat(60)}`, { by: 'handle', kind: 'page', handle: 'd'.repeat(60) }],
  ['a-2718-2818-24', { by: 'number', number: 'A-2718-2818-24' }],
  ['a2718281824', { by: 'number', number: 'A-2718-2818-24' }],
])('“%s” names one thing', (text, what) => {
  expect(parseWhat(text)).toEqual({ ok: true, what })
})

test.each([
  [`page/${'d'.repeat(61)}`, /cannot be a handle/],
  ['/day-trips', /no kind of asset called “”/],
  ['page/', /“” cannot be a handle/],
  ['page/a--b', /cannot be a handle/],
  ['page/-a', /cannot be a handle/],
  ['page/a/b', /“a\/b” cannot be a handle/],
  ['page/day-trips page/kitchen', /“page\/kitchen” is one word too many/],
  ['zeppelin/x', /no kind of asset called “zeppelin”/],
  ['', /the sentence ends/],
])('“%s” names no one thing, and what is wrong is told', (text, told) => {
  const reading = parseWhat(text)
  expect(reading.ok ? 'read' : reading.error.message).toMatch(told)
})

test('a holder’s name begins with team/ or business/, and nothing stands before that', () => {
  expect(parseWho('team/paid-media')).toEqual({ ok: true, who: { by: 'team', handle: 'paid-media' } })
  expect(parseWho('business/gullwright-moss')).toEqual({ ok: true, who: { by: 'business', handle: 'gullwright-moss' } })
  for (const text of ['my-team/paid-media', 'teams/paid-media', 'team/paid-media/x', 'team/', bea.replace('@', '/')])
    expect(parseWho(text).ok, text).toBe(false)
})

test('a grant is ended by its own id alone', () => {
  expect(read('end grant/01a2-xyz')).toEqual({ verb: 'end', grant: '01a2-xyz' })
  expect(refused('end my-grant/01a2')).toMatch(/not an e-mail address/)
  expect(refused('end grant/')).toMatch(/not an e-mail address/)
})

test('“for six months” counts from the day it begins, also when that is an exact time, and else from today', () => {
  const until = (clauses: string) => readLet(`let ${bea} run on page/day-trips ${clauses}`).parts[0]!.until
  expect(until('for 6 months')).toEqual({ date: '2027-05-23' })
  expect(until('from 2027-01-01 for 1 year')).toEqual({ date: '2028-01-01' })
  expect(until('from 2027-01-01T08:30+01:00 for 2 weeks')).toEqual({ date: '2027-01-15' })
  expect(until('for 1 day')).toEqual({ date: '2026-11-24' })
  expect(until('for 1 days')).toEqual(until('for 1 day'))
  expect(until('for 10 months')).toEqual({ date: '2027-09-23' })
  expect(until('for 9999 days')).toEqual({ date: '2054-04-09' })
})

test.each(['x6', '6x', '12345', '-1', '0', '1.5', 'six'])('“for %s days” is no span', amount => {
  expect(refused(`let ${bea} run on page/day-trips for ${amount} days`)).toMatch(/no number of days/)
})

test('what holds for the whole sentence is said once in it; what holds for a level is said for each', () => {
  const two = (first: string, second: string) =>
    `let B-4815-1623-97 run on page/a ${first} and watch on page/b ${second}`
  for (const once of ['may give access', 'may pass on', 'to "run our adverts"'])
    expect(refused(two(once, once)), once).toMatch(/was said before: one is enough/)
  for (const each of ['hiding revenue', 'until 2027-01-01', 'from 2027-01-01', 'for 2 weeks'])
    expect(refused(two(each, each)), each).toBe('read')
  expect(readLet(two('may give access', 'may pass on to "run our adverts"'))).toMatchObject({
    mayGiveAccess: true,
    mayPassOn: true,
    purpose: 'run our adverts',
  })
  expect(refused(`let ${bea} "run our adverts" on page/a to "run our adverts"`)).toMatch(/was said before/)
})

test('“and” begins one more level before a tier or an action, and goes on with the list before anything else', () => {
  expect(readLet(`let ${bea} run on page/a and page/b and watch on page/c`).parts.map(part => part.on.length)).toEqual([
    2, 1,
  ])
  expect(
    readLet(`let ${bea} run on page/a hiding spend and revenue and billing.see on ad-account/b`).parts,
  ).toMatchObject([{ hiding: ['spend', 'revenue'] }, { tier: null, actions: ['billing.see'] }])
  expect(refused(`let ${bea} run on page/a and "run our adverts"`)).toMatch(/not “run our adverts”/)
  expect(refused(`let ${bea} run on page/a and`)).toMatch(/After “and” comes/)
})

test('one action said twice is one, and figures are hidden in one order', () => {
  const { parts } = readLet(`let ${bea} billing.see, billing.see on ad-account/a hiding spend, revenue, spend`)
  expect(parts[0]!.actions).toEqual(['billing.see'])
  expect(parts[0]!.hiding).toEqual(
    readLet(`let ${bea} billing.see on ad-account/a hiding revenue and spend`).parts[0]!.hiding,
  )
})

test('whatever is typed, the answer is a sentence that reads back the same, or an error that points into the text', () => {
  const words = fc.constantFrom(
    ...'let end run watch on and , hiding may give access pass for from until to 6 months 2027-03-31 revenue "x" . /'.split(
      ' ',
    ),
    bea,
    'page/day-trips',
    'B-4815-1623-97',
    'billing.see',
    'grant/7',
    'team/deck',
  )
  let readBack = 0
  fc.assert(
    fc.property(fc.array(words, { maxLength: 14 }), fc.string(), (said, noise) => {
      for (const text of [said.join(' '), `let ${bea} run on page/a ${said.join(' ')}`, noise]) {
        const reading = parseSentence(text, today)
        if (reading.ok) {
          readBack++
          expect(parseSentence(printSentence(reading.sentence), today)).toEqual(reading)
        } else {
          const { start, end, message } = reading.error
          expect(0 <= start && start <= end && end <= text.length, text).toBe(true)
          expect(message.length).toBeGreaterThan(10)
        }
      }
    }),
    { numRuns: 400 },
  )
  expect(readBack).toBeGreaterThan(10)
})
