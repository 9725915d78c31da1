import fc from 'fast-check'
import { expect, test } from 'vitest'
import { Answer, writeAnswers, type Outcome } from './answer.ts'

test('whatever signs stand in an answer, what leaves is ASCII and is read as what was meant', () => {
  fc.assert(
    fc.property(fc.array(fc.string({ unit: 'binary' }), { maxLength: 5 }), reasons => {
      const evaluations = ['“船” 😀', ...reasons].map(
        (reason): Outcome => new Answer(true, { reason, level: 'run', sees: [] }),
      )
      for (const told of [evaluations[0]!, { evaluations }]) {
        const bytes = writeAnswers(told)
        expect(bytes.every(byte => byte < 128)).toBe(true)
        expect(JSON.parse(bytes.toString('ascii'))).toEqual(JSON.parse(JSON.stringify(told)))
      }
    }),
  )
})
