import fc from 'fast-check'
import { expect, test } from 'vitest'
import { Temporal } from '../time/index.ts'
import {
  isFreshProof,
  lapseOf,
  nextDueAt,
  stateAt,
  stepProposal,
  type ProposalTimes,
  type ProposalStep,
} from './course.ts'

const sentAt = Temporal.Instant.from('2026-11-23T09:00Z')
const course = (over: Partial<ProposalTimes> = {}): ProposalTimes => ({
  state: 'open',
  sentAt,
  lapsesAt: lapseOf(sentAt),
  reminders: 0,
  ...over,
})
const after = (days: number) => sentAt.add({ hours: days * 24 })
const steps = fc.constantFrom<ProposalStep>('accept', 'decline', 'withdraw', 'lapse')

test('the first answer wins, and every later one is told which it was', () => {
  fc.assert(
    fc.property(steps, fc.array(steps, { maxLength: 5 }), (first, later) => {
      const won = stepProposal(course(), first, after(1))
      expect(won.ok).toBe(true)
      if (!won.ok) return
      for (const step of later) {
        const outcome = stepProposal(course({ state: won.state }), step, after(2))
        if (step === first) expect(outcome).toEqual({ ok: true, state: won.state, repeated: true })
        else expect(outcome).toEqual({ ok: false, code: 'proposal.answered', state: won.state })
      }
    }),
  )
})

test('a proposal lapses to the second, also when nobody has written it down', () => {
  const lapsesAt = course().lapsesAt
  expect(stateAt(course(), lapsesAt.subtract({ seconds: 1 }))).toBe('open')
  expect(stateAt(course(), lapsesAt)).toBe('lapsed')
  expect(stepProposal(course(), 'accept', lapsesAt)).toEqual({ ok: false, code: 'proposal.answered', state: 'lapsed' })
})

test('it is tended after 3 days, after 10, and when it lapses', () => {
  expect(nextDueAt(course()).equals(after(3))).toBe(true)
  expect(nextDueAt(course({ reminders: 1 })).equals(after(10))).toBe(true)
  expect(nextDueAt(course({ reminders: 2 })).equals(after(14))).toBe(true)
  expect(nextDueAt(course({ lapsesAt: after(2) })).equals(after(2))).toBe(true)
})

test('a proof is fresh for ten minutes', () => {
  expect(isFreshProof(sentAt, sentAt.add({ minutes: 9, seconds: 59 }))).toBe(true)
  expect(isFreshProof(sentAt, sentAt.add({ minutes: 10 }))).toBe(false)
  expect(isFreshProof(null, sentAt)).toBe(false)
})
