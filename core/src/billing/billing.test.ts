import fc from 'fast-check'
import { expect, test } from 'vitest'
import { noticesDue } from '../grants/index.ts'
import { Temporal } from '../time/index.ts'
import { agreementOn } from './agreement.ts'
import { endOfMeans, meansNoticeDays, sayMeans } from './means.ts'

const who = fc.constantFrom('owner', 'agency', 'partner', 'stranger')

test('whoever pays afterwards or paid before has said so, and one of the two owns the account', () => {
  fc.assert(
    fc.property(who, who, who, (payer, to, acting) => {
      const outcome = agreementOn({ owner: 'owner', payer, to, acting })
      if (!outcome.ok) return
      const said = new Set([acting])
      if (outcome.yesOf === 'who pays now') said.add(payer)
      if (outcome.yesOf === 'who would pay') said.add(to)
      expect([...said].sort()).toEqual([...new Set([payer, to])].sort())
      if (payer !== to) expect([payer, to]).toContain('owner')
    }),
  )
})

test.each([
  ['owner', 'owner', 'owner', { ok: true, yesOf: 'nobody' }],
  ['agency', 'agency', 'agency', { ok: true, yesOf: 'nobody' }],
  ['owner', 'agency', 'agency', { ok: true, yesOf: 'who pays now' }],
  ['owner', 'agency', 'owner', { ok: true, yesOf: 'who would pay' }],
  ['agency', 'owner', 'owner', { ok: true, yesOf: 'who pays now' }],
  ['agency', 'agency', 'owner', { ok: false, code: 'billing.not-yours' }],
  ['owner', 'agency', 'stranger', { ok: false, code: 'billing.not-yours' }],
  ['agency', 'partner', 'partner', { ok: false, code: 'billing.third' }],
])('%s pays, %s would, %s says it', (payer, to, acting, expected) => {
  expect(agreementOn({ owner: 'owner', payer, to, acting })).toEqual(expected)
})

test('a means of payment is named by its last digits alone, and is good to the end of its last day', () => {
  expect(sayMeans({ name: 'Harbour card', ending: '4421' })).toBe('Harbour card ending 4421')
  expect(sayMeans({ name: 'Freight account', ending: null })).toBe('Freight account')
  const end = endOfMeans('2027-03-31', 'Europe/Lisbon')
  expect(end.toString()).toBe('2027-03-31T23:00:00Z')
  const due = (days: number) => noticesDue(end, end.subtract({ hours: days * 24 }), meansNoticeDays)
  expect([61, 60, 31, 30, 7, 0].map(due)).toEqual([0, 1, 1, 2, 3, 3])
  expect(Temporal.Instant.compare(end, endOfMeans('2027-04-01', 'Europe/Lisbon'))).toBe(-1)
})
