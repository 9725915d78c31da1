import fc from 'fast-check'
import { expect, test } from 'vitest'
import { Temporal } from '../time/index.ts'
import {
  courses,
  isFreshProof,
  lapseOf,
  openDays,
  nextDueAt,
  proposalStates,
  sayState,
  stateAt,
  stepProposal,
  type CourseName,
  type ProposalTimes,
  type ProposalStep,
} from './course.ts'

const sentAt = Temporal.Instant.from('2026-11-23T09:00Z')
const course = (over: Partial<ProposalTimes> = {}): ProposalTimes => ({
  state: 'open',
  sentAt,
  lapsesAt: lapseOf(sentAt, openDays.usual, 'Europe/Lisbon'),
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

test('its last day counts whole, where its sender is', () => {
  const late = Temporal.Instant.from('2026-11-23T23:30Z')
  const lisbon = lapseOf(late, 14, 'Europe/Lisbon')
  expect(lisbon.toString()).toBe('2026-12-08T00:00:00Z')
  expect(lapseOf(late, 14, 'Asia/Tokyo').toString()).toBe('2026-12-08T15:00:00Z')
})

test('it is tended after 3 days, after 10, and when it lapses', () => {
  expect(nextDueAt(course()).equals(after(3))).toBe(true)
  expect(nextDueAt(course({ reminders: 1 })).equals(after(10))).toBe(true)
  expect(nextDueAt(course({ reminders: 2 })).equals(course().lapsesAt)).toBe(true)
  expect(nextDueAt(course({ lapsesAt: after(2) })).equals(after(2))).toBe(true)
})

test('a proof is fresh for ten minutes', () => {
  expect(isFreshProof(sentAt, sentAt.add({ minutes: 9, seconds: 59 }))).toBe(true)
  expect(isFreshProof(sentAt, sentAt.add({ minutes: 10 }))).toBe(false)
  expect(isFreshProof(null, sentAt)).toBe(false)
})

const courseNames = Object.keys(courses) as CourseName[]
const states = fc.constantFrom(...proposalStates)
const anyStep = fc.constantFrom<ProposalStep>('accept', 'decline', 'withdraw', 'lapse', 'void', 'complete', 'stop')

test('in any course a step leads on, says the same again, or is told what came first; and no answer is ever undone', () => {
  fc.assert(
    fc.property(states, anyStep, fc.constantFrom(...courseNames), fc.nat(20), (state, step, name, days) => {
      const times = course({ state })
      const before = stateAt(times, after(days))
      const outcome = stepProposal(times, step, after(days), name)
      const table: Record<string, Record<string, string> | undefined> = courses[name]
      const next = table[before]?.[step]
      if (next) expect(outcome).toEqual({ ok: true, state: next, repeated: false })
      else if (Object.values(table).some(row => row?.[step] === before))
        expect(outcome).toEqual({ ok: true, state: before, repeated: times.state === before })
      else expect(outcome).toEqual({ ok: false, code: 'proposal.answered', state: before })
    }),
    { numRuns: 500 },
  )
})

test('what was answered does not lapse, however long ago it was sent', () => {
  for (const state of proposalStates.filter(one => one !== 'open'))
    expect(stateAt(course({ state }), after(99)), state).toBe(state)
  expect(stepProposal(course(), 'lapse', after(14))).toEqual({ ok: true, state: 'lapsed', repeated: false })
  expect(stepProposal(course({ state: 'lapsed' }), 'lapse', after(14))).toMatchObject({ ok: true, repeated: true })
})

test('with a time to stop after the yes, the yes cools, and is then stopped or completed, and not both', () => {
  const cools = 'cools after its yes'
  expect(stepProposal(course(), 'accept', after(1), cools)).toMatchObject({ state: 'cooling' })
  const cooling = course({ state: 'cooling' })
  expect(stepProposal(cooling, 'accept', after(2), cools)).toEqual({ ok: true, state: 'cooling', repeated: true })
  expect(stepProposal(cooling, 'decline', after(2), cools).ok).toBe(false)
  expect(stepProposal(cooling, 'stop', after(20), cools)).toMatchObject({ state: 'stopped' })
  expect(stepProposal(course({ state: 'stopped' }), 'complete', after(20), cools).ok).toBe(false)
})

test('every state is read in words of its own, and none of them is a code', () => {
  const words = proposalStates.map(sayState)
  expect(new Set(words).size).toBe(words.length)
  expect(words).not.toContain('lapsed')
  expect(words).not.toContain('void')
})
