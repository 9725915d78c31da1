import { expect, test } from 'vitest'
import { foreignActions, knownPurposes, samePurpose, surplusOver, takenOn } from '../purposes/index.ts'
import { levelOf } from '../levels/index.ts'
import { Temporal } from '../time/index.ts'
import { addTerms } from './addTerms.ts'
import { isForPurpose, isReplacedBy } from './reason.ts'
import { sameInstant, sameTerms, type Terms } from './terms.ts'

const instant = Temporal.Instant.from('2027-01-01T00:00Z')
const terms = (over: Partial<Terms> = {}): Terms => ({
  tier: 'run',
  actions: [],
  hiding: [],
  from: null,
  until: null,
  ...over,
})
const adverts = knownPurposes.find(purpose => purpose.name === 'run our adverts')!

test('a sentence for a purpose replaces what was given for it alone; one without replaces all', () => {
  const [bare, forAdverts, forResults] = [null, 'run our adverts', 'read the results'].map(purpose => ({ purpose }))
  expect([bare, forAdverts, forResults].map(held => isReplacedBy(held!, null))).toEqual([true, true, true])
  expect([bare, forAdverts, forResults].map(held => isReplacedBy(held!, 'Run  our adverts'))).toEqual([
    false,
    true,
    false,
  ])
  expect([bare, forAdverts].map(held => isForPurpose(held!, null))).toEqual([true, false])
})

test('a purpose is the same however it is spaced and capitalised, and under the name it had before', () => {
  expect(samePurpose('Send our letters', ' send our  newsletters ')).toBe(true)
  expect(samePurpose('send our newsletters', 'post for us')).toBe(false)
})

test('what a purpose takes on a kind is the highest tier and what stands beside it, and the rest is more than it takes', () => {
  expect(takenOn(adverts, 'ad-account')).toEqual({ tier: 'run', actions: [] })
  expect(takenOn(adverts, 'page')).toEqual({ tier: null, actions: ['ads.attach', 'leads.collect'] })
  expect(takenOn(adverts, 'channel')).toBeNull()
  const both = {
    name: 'both',
    needs: [
      { kind: 'page' as const, tier: 'watch' as const, actions: [], must: true },
      { kind: 'page' as const, tier: 'run' as const, actions: ['ads.attach' as const], must: false },
    ],
  }
  expect(takenOn(both, 'page')).toEqual({ tier: 'run', actions: [] })
  const steward = levelOf('ad-account', { tier: 'steward', actions: [], hiding: [] })
  expect(surplusOver(adverts, 'ad-account', steward)).toEqual([
    'access.see',
    'access.change',
    'link.change',
    'settings.change',
  ])
  expect(surplusOver(adverts, 'channel', steward)).toBeNull()
  expect(foreignActions({ kind: 'page', tier: null, actions: ['caption.edit', 'ads.attach'], must: true })).toEqual([
    'caption.edit',
  ])
})

test('terms are the same whatever the order they were said in, and not where a figure or a moment differs', () => {
  const one = terms({ actions: ['ads.see', 'billing.see'], hiding: ['spend', 'revenue'], until: instant })
  expect(sameTerms(one, { ...one, actions: ['billing.see', 'ads.see'], hiding: ['revenue', 'spend'] })).toBe(true)
  for (const other of [{ tier: null }, { actions: [] }, { hiding: [] }, { until: null }, { from: instant }])
    expect(sameTerms(one, { ...one, ...other })).toBe(false)
  expect(sameInstant(null, null)).toBe(true)
  expect([sameInstant(instant, null), sameInstant(null, instant)]).toEqual([false, false])
  expect(sameInstant(instant, Temporal.Instant.from('2027-01-01T01:00+01:00'))).toBe(true)
})

const [soon, late] = [instant, instant.add({ hours: 240 })]
test.each<[string, Partial<Terms>, Partial<Terms>, Partial<Terms> | 'would lower']>([
  ['more, without an end', { tier: 'watch' }, { tier: 'run' }, { tier: 'run', until: null }],
  ['less than they have', { tier: 'run' }, { tier: 'watch', until: soon }, { tier: 'run', until: null }],
  ['the same, for longer', { until: soon }, { until: late }, { until: late }],
  ['the same, sooner over', { until: late }, { until: soon }, { until: late }],
  ['the same, without an end they have', {}, { until: soon }, { until: null }],
  ['more, but sooner over', { tier: 'watch', until: late }, { tier: 'run', until: soon }, 'would lower'],
  ['more with an end, where they have no end', { tier: 'watch' }, { tier: 'run', until: soon }, 'would lower'],
  ['more, for longer', { tier: 'watch', until: soon }, { tier: 'run', until: late }, { tier: 'run', until: late }],
  [
    'something else, for longer',
    { tier: null, actions: ['billing.see'], until: soon },
    { tier: 'watch', until: late },
    { tier: 'watch', actions: ['billing.see'], until: soon },
  ],
  ['what is hidden from them', { hiding: ['revenue'] }, {}, { hiding: ['revenue'] }],
  [
    'figures, who saw none before',
    { tier: null, actions: ['ads.attach'] as never, hiding: [] },
    { tier: 'watch', hiding: ['revenue'] },
    { tier: 'watch', hiding: ['revenue'] },
  ],
])('granted %s, they have what both say and lose nothing', (_what, has, asked, comesTo) => {
  const kind = has.actions?.includes('ads.attach' as never) ? 'page' : 'ad-account'
  const added = addTerms([kind], terms(has), terms(asked))
  if (comesTo === 'would lower') expect(added).toEqual({ ok: false, code: 'ask.would-lower' })
  else expect(added).toMatchObject({ ok: true, terms: comesTo })
})
