import fc from 'fast-check'
import { expect, test } from 'vitest'
import { allActions, allFigures } from '../kinds/index.ts'
import { tiers } from '../levels/index.ts'
import { drawNumber } from '../numbers/index.ts'
import { Temporal } from '../time/index.ts'
import { parseLinking, printLinking, type Linking } from './linking.ts'
import type { What, Who } from './sentence.ts'

const today = Temporal.PlainDate.from('2026-11-23')
const summer = 'ad-account/summer-crossings'
const travel = 'manager-account/gullwright-travel'
const read = (text: string) => {
  const reading = parseLinking(text, today)
  if (!reading.ok) throw new Error(`${text}: ${reading.error.message}`)
  return reading.sentence
}

test('accounts are linked under a manager account at a level, with all that may be said besides, in any order', () => {
  expect(
    read(
      `link ${summer}, A-2718-2818-24 under ${travel} at run paid by B-4815-1623-97 with means/office-card until 2027-03-31 may give access hiding revenue as "Ondaverde summer" from 2027-01-01`,
    ),
  ).toEqual({
    verb: 'link',
    accounts: [
      { by: 'handle', kind: 'ad-account', handle: 'summer-crossings' },
      { by: 'number', number: 'A-2718-2818-24' },
    ],
    under: { by: 'handle', kind: 'manager-account', handle: 'gullwright-travel' },
    tier: 'run',
    actions: [],
    label: 'Ondaverde summer',
    hiding: ['revenue'],
    mayGiveAccess: true,
    paidBy: { who: { by: 'number', number: 'B-4815-1623-97' }, means: 'office-card' },
    from: { date: '2027-01-01' },
    until: { date: '2027-03-31' },
  })
  expect(read(`link ${summer} under ${travel} at watch for 6 months`)).toMatchObject({
    label: null,
    mayGiveAccess: false,
    paidBy: null,
    until: { date: '2027-05-23' },
  })
  expect(read(`unlink ${summer} and page/x from ${travel}.`)).toMatchObject({
    verb: 'unlink',
    from: { kind: 'manager-account' },
  })
})

test.each([
  ['', /“link” or “unlink” is expected/, ''],
  ['lnk x', /Did you mean link\?/, 'lnk'],
  [`link ${summer}`, /“under” is expected here/, ''],
  [`link ${summer} at run`, /“under” is expected before “at”/, 'at'],
  [`link ${summer} under ${travel}`, /“at” is expected here/, ''],
  [`link ${summer} under ${travel} at rum`, /Did you mean run\?/, 'rum'],
  [`link ${summer} under ${travel} at run as Summer`, /a name in quotes/, 'Summer'],
  [`link ${summer} under ${travel} at run may pass on`, /“give” is expected before “pass”/, 'pass'],
  [`link ${summer} under ${travel} at run paid bea@ondaverde.example`, /“by” is expected/, 'bea@ondaverde.example'],
  [`link ${summer} under ${travel} at run paid by bea@ondaverde.example`, /A business pays/, 'bea@ondaverde.example'],
  [`link ${summer} under ${travel} at run until 2027-01-01 for 2 weeks`, /was said before/, 'for'],
  [`link ${summer} under ${travel} at run to "run our adverts"`, /“to” is not expected here/, 'to'],
  [`link A-2718-2818-25 under ${travel} at run`, /two check digits do not fit/, 'A-2718-2818-25'],
  [`unlink ${summer} under ${travel}`, /“from” is expected before “under”/, 'under'],
  [`unlink ${summer} from ${travel} now`, /nothing more is said/, 'now'],
])('“%s” is no link, and what is wrong is told where it stands', (text, told, at) => {
  const reading = parseLinking(text, today)
  if (reading.ok) throw new Error('It was read.')
  expect(reading.error.message).toMatch(told)
  expect(text.slice(reading.error.start, reading.error.end)).toBe(at)
})

const handle = fc.stringMatching(/^[a-z0-9]{1,8}(-[a-z0-9]{1,8}){0,2}$/)
const what: fc.Arbitrary<What> = fc.oneof(
  handle.map(name => ({ by: 'handle' as const, kind: 'ad-account' as const, handle: name })),
  fc.nat(99_999_999).map(drawn => ({ by: 'number' as const, number: drawNumber('A', drawn) })),
)
const under: fc.Arbitrary<What> = handle.map(name => ({ by: 'handle', kind: 'manager-account', handle: name }))
const payer: fc.Arbitrary<Who> = fc.oneof(
  fc.nat(99_999_999).map(drawn => ({ by: 'number' as const, number: drawNumber('B', drawn) })),
  handle.map(name => ({ by: 'business' as const, handle: name })),
)
const moment = fc.nat(9_000).map(days => ({ date: today.add({ days }).toString() }))
const accounts = fc.array(what, { minLength: 1, maxLength: 4 })
const linking: fc.Arbitrary<Linking> = fc.oneof(
  fc.record({ verb: fc.constant('unlink' as const), accounts, from: under }),
  fc
    .record({
      verb: fc.constant('link' as const),
      accounts,
      under,
      tier: fc.option(fc.constantFrom(...tiers)),
      actions: fc.subarray(allActions, { maxLength: 3 }),
      label: fc.option(fc.stringMatching(/^[A-Za-z]{1,8}( [a-z&“]{1,8}){0,2}$/)),
      hiding: fc.subarray([...allFigures]),
      mayGiveAccess: fc.boolean(),
      paidBy: fc.option(fc.record({ who: payer, means: fc.option(handle) })),
      from: fc.option(moment),
      until: fc.option(moment),
    })
    .filter(one => one.tier !== null || one.actions.length > 0),
)

test('what is printed is read as the same again', () => {
  fc.assert(
    fc.property(linking, sentence => {
      expect(read(printLinking(sentence))).toEqual(sentence)
    }),
    { numRuns: 300 },
  )
})
