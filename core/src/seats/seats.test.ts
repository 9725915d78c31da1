import { expect, test } from 'vitest'
import { Temporal } from '../time/index.ts'
import { sayMoney, seatCost } from './seats.ts'

const plan = { included: 10, priceEach: 600, currency: 'EUR' }

test('seats within the included number cost nothing', () => {
  const cost = seatCost(plan, 8, 2, Temporal.PlainDate.from('2026-11-23'))
  expect(cost).toMatchObject({ before: 8, after: 10, perMonth: 0, restOfMonth: 0 })
})

test('a seat beyond them costs its price a month, and of this month the days that are left', () => {
  const cost = seatCost(plan, 10, 1, Temporal.PlainDate.from('2026-11-23'))
  expect(cost).toMatchObject({ perMonth: 600, restOfMonth: 160 })
  expect(seatCost(plan, 10, 1, Temporal.PlainDate.from('2026-11-01')).restOfMonth).toBe(600)
  expect(sayMoney(cost.perMonth, cost.currency)).toBe('6.00 EUR')
})

test('only what lies beyond is paid for when several join at once', () => {
  expect(seatCost(plan, 9, 3, Temporal.PlainDate.from('2026-11-30')).perMonth).toBe(1200)
})

test('one more costs the same, however many were beyond before', () => {
  for (const taken of [10, 11, 30])
    expect(seatCost(plan, taken, 1, Temporal.PlainDate.from('2026-11-30')).perMonth, String(taken)).toBe(600)
})
