import { expect, test } from 'vitest'
import { Temporal } from '../time/index.ts'
import { parseSentence, parseWhat, parseWho } from './parse.ts'
import type { SentenceError } from './reader.ts'

const today = Temporal.PlainDate.from('2026-11-23')
const bea = 'bea@ondaverde.example'
const day = 'page/day-trips'

/** What is said, the words at fault, what is meant by them, and a part of what is told. */
const refusals: [string, string, string | null, RegExp, SentenceError['code']?][] = [
  ['', '', null, /“let” or “end” is expected, and the sentence ends/],
  ['lett', 'lett', 'let', /begins with “let” or “end”, not with “lett”\. Did you mean let\?/],
  ['let', '', null, /an e-mail address, a team or a business number is expected/],
  ['let bea run on page/day-trips', 'bea', null, /is not an e-mail address/, 'address.invalid'],
  [`let team/Paid_Media run on ${day}`, 'team/Paid_Media', null, /“Paid_Media” cannot be a handle/],
  [
    `let B-1234-5678-00 run on ${day}`,
    'B-1234-5678-00',
    null,
    /digit of B-1234-5678-00 is wrong/,
    'number.wrong-check',
  ],
  [`let B-1234 run on ${day}`, 'B-1234', null, /not a whole number/, 'number.malformed'],
  [
    `let A-2718-2818-24 run on ${day}`,
    'A-2718-2818-24',
    null,
    /an asset’s number; a business’s is wanted/,
    'number.wrong-kind',
  ],
  [`let ${bea}`, '', null, /a tier or an action is expected/],
  [`let ${bea} rum on ${day}`, 'rum', 'run', /neither a tier .* nor an action/],
  [`let ${bea} ads.publsh on ${day}`, 'ads.publsh', 'ads.publish', /neither a tier/, 'action.unknown'],
  [`let ${bea} run, draft on ${day}`, 'draft', null, /One tier is enough: “run” or “draft”/],
  [`let ${bea} run ${day}`, day, null, /“on” is expected before/],
  [`let ${bea} run on`, '', null, /an asset, as ad-account/],
  [`let ${bea} run on day-trips`, 'day-trips', null, /names no asset/],
  [
    `let ${bea} run on pages/day-trips`,
    'pages/day-trips',
    'page/day-trips',
    /“pages” means a page here: say page\/day-trips/,
  ],
  [`let ${bea} run on pixel/shop`, 'pixel/shop', 'tag/shop', /“pixel” means a tag here: say tag\/shop/],
  [`let ${bea} run on page/Day`, 'page/Day', null, /“Day” cannot be a handle/],
  [`let ${bea} run on ${day},`, '', null, /After “,” comes an asset more/],
  [`let ${bea} run on ${day} hiding`, '', null, /a figure to hide is expected/],
  [`let ${bea} run on ${day} hiding revenu`, 'revenu', 'revenue', /no figure that can be hidden/],
  [`let ${bea} run on ${day} hiding spend hiding revenue`, 'hiding', null, /was said before/],
  [`let ${bea} run on ${day} until soon`, 'soon', null, /“soon” is no date/],
  [`let ${bea} run on ${day} until 2026-02-30`, '2026-02-30', null, /is no date/],
  [`let ${bea} run on ${day} until 2027-01-01 for 2 weeks`, 'for', null, /was said before/],
  [`let ${bea} run on ${day} for six months`, 'six', null, /no number of days/],
  [`let ${bea} run on ${day} for 0 days`, '0', null, /no number of days/],
  [`let ${bea} run on ${day} for 6 mnths`, 'mnths', 'months', /no span of time/],
  [`let ${bea} run on ${day} may`, '', null, /After “may” comes/],
  [`let ${bea} run on ${day} may give acess`, 'give', 'give', /After “may” comes “give access” or “pass on”/],
  [`let ${bea} run on ${day} to run`, 'run', null, /a purpose in quotes/],
  [`let ${bea} run on ${day} to "  "`, '"  "', null, /a purpose in quotes/],
  [`let ${bea} run on ${day} quickly`, 'quickly', null, /is not expected here/],
  [
    `let ${bea} "run our adverts" on ${day} and draft on page/x`,
    'and',
    null,
    /nothing more is given beside it|not expected/,
  ],
  ['end', '', null, /an e-mail address/],
  [`end ${bea} ${day}`, day, null, /“on” is expected before/],
  [`end ${bea} on ${day} until 2027-01-01`, 'until', null, /nothing more is said/],
  [`end ${bea} on ${day} to`, '', null, /a purpose in quotes/],
  ['end grant/x y', 'y', null, /nothing more is said/],
]

test.each(refusals)('“%s” is refused at “%s”', (text, at, nearest, told, code = 'sentence.unreadable') => {
  const reading = parseSentence(text, today)
  if (reading.ok) throw new Error('It was read.')
  const { start, end, message } = reading.error
  expect({ code: reading.error.code, at: text.slice(start, end), nearest: reading.error.nearest, message }).toEqual({
    code,
    at,
    nearest,
    message: expect.stringMatching(told),
  })
  if (at === '') expect(start).toBe(text.length)
})

test('what is wanted by itself is refused with all that stands too much', () => {
  expect(parseWhat('page/day-trips page/x')).toMatchObject({ ok: false, error: { start: 15, end: 21 } })
  expect(parseWho(`${bea}, ${bea}`)).toMatchObject({ ok: false })
  expect(parseWhat('bundle/season')).toMatchObject({ ok: true, what: { by: 'bundle', handle: 'season' } })
  expect(parseWho('TEAM/x').ok).toBe(false)
})

test('a word that means something only in its place is a name everywhere else', () => {
  for (const handle of ['on', 'until', 'let', 'end', 'hiding', 'may', 'to', 'and', 'for'])
    expect(parseSentence(`let team/${handle} run on page/${handle}`, today)).toMatchObject({ ok: true })
})
