import fc from 'fast-check'
import { array, number, object, string } from 'yup'
import { expect, test } from 'vitest'
import { severalLines, tidierOf, tidyText } from './typed-text.ts'

const zeroWidth = '\u200b'
const turnedAround = '\u202e'

test.each([
  ['  Ondaverde \t Ferries ', 'Ondaverde Ferries'],
  [`Gull${zeroWidth}wright${'\ufeff'} & Moss`, 'Gullwright & Moss'],
  [`${turnedAround}ssoM & thgirwlluG`, 'ssoM & thgirwlluG'],
  ['Agnese Torvald\r\n\nAgnese gave everything', 'Agnese Torvald Agnese gave everything'],
  ['Cafe\u0301', 'Café'],
  ['soft\u00adly', 'softly'],
  ['ring\u0007 the bell', 'ring the bell'],
  ['نامه\u200cها', 'نامه\u200cها'],
  ['\u200cout at sea\u200d', 'out at sea'],
  ['👩\u200d✈️ Bea', '👩\u200d✈️ Bea'],
  [`Cafe${zeroWidth}\u0301`, 'Café'],
  [zeroWidth, ''],
])('a name is what is seen of it, on one line: %j', (typed, name) => {
  expect(tidyText(typed)).toBe(name)
})

test('a text of several lines keeps its lines, in one spelling', () => {
  expect(tidyText('a\u0000\u0007 b', true)).toBe('a b')
  expect(tidyText(' Hello  Bea,\r\nsee  you\u2029soon.\u0000 ', true)).toBe('Hello Bea,\nsee you\nsoon.')
})

test('tidied once is tidied for good, and nothing hidden is left', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary' }), fc.boolean(), (typed, lines) => {
      const tidied = tidyText(typed, lines)
      expect(tidyText(tidied, lines)).toBe(tidied)
      expect(tidied).not.toMatch(/[\u202a-\u202e\u2066-\u2069\u200b\ufeff\u2028\u2029]/)
      expect(tidied.replace(/\n/g, lines ? '' : '\n')).not.toMatch(/\p{Cc}/u)
    }),
    { numRuns: 500 },
  )
})

test('only what the schema trims is touched: passwords and sentences stay as they were typed, and so does what it does not know', () => {
  const schema = object({
    name: string().trim(),
    note: string().trim().meta(severalLines),
    password: string(),
    count: number(),
    inner: object({ names: array(string().trim()), secret: string() }),
  })
  const tidy = tidierOf(schema)!
  const typed = {
    name: ' Bea ',
    note: ' a \n b ',
    password: ' a b ',
    count: ' 3 ',
    inner: { names: [' x ', 4, null], secret: ' y ' },
    other: ' z ',
  }
  expect(tidy(typed)).toEqual({
    ...typed,
    name: 'Bea',
    note: 'a \n b',
    inner: { names: ['x', 4, null], secret: ' y ' },
  })
  for (const odd of [null, 7, 'text', [], undefined]) expect(tidy(odd)).toEqual(odd)
  expect(tidy({})).toEqual({})
  expect(tidy({ name: 5, inner: 'none' })).toEqual({ name: 5, inner: 'none' })
  expect(tidierOf(object({ password: string() }))).toBeNull()
})

test('a way to sign in is refused where people write to one another, and taken where one signs in', () => {
  const schema = object({ note: string().trim().meta(severalLines), password: string(), names: array(string().trim()) })
  const tidy = tidierOf(schema)!
  for (const typed of [{ note: 'Dear Bea,\npassword: gull7' }, { names: ['Bea', 'pwd=gulls at dawn'] }])
    expect(() => tidy(typed)).toThrow(expect.objectContaining({ code: 'text.secret' }))
  const own = { note: 'Dear Bea,\nno password is needed.', password: 'password: gull7' }
  expect(tidy(own)).toEqual(own)
})
