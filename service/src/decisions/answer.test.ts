import fc from 'fast-check'
import { expect, test } from 'vitest'
import { Answer, writeAnswers, type Answers, type Outcome } from './answer.ts'

test('whatever signs stand in an answer, what leaves is ASCII and is read as what was meant', () => {
  fc.assert(
    fc.property(fc.array(fc.string({ unit: 'binary' }), { maxLength: 5 }), reasons => {
      const meant = ['“船” 😀', ...reasons].map(reason => ({
        decision: true,
        context: { reason, level: 'run', sees: [] },
      }))
      const evaluations = meant.map(({ decision, context }): Outcome => new Answer(decision, context))
      const read = (told: Answers) => {
        const bytes = writeAnswers(told)
        expect(bytes.every(byte => byte < 128)).toBe(true)
        return JSON.parse(bytes.toString('ascii')) as unknown
      }
      expect(read({ evaluations })).toEqual({ evaluations: meant })
      expect(read(evaluations[0]!)).toEqual(meant[0])
    }),
  )
})
