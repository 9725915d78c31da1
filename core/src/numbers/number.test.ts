import fc from 'fast-check'
import { expect, test } from 'vitest'
import { checkDigits, drawNumber, formatNumber, looksLikeNumber, readNumber, type NumberKind } from './number.ts'

const kinds = fc.constantFrom<NumberKind>('A', 'B')
const eightDigits = fc.integer({ min: 0, max: 99_999_999 }).map(n => String(n).padStart(8, '0'))
const replaceAt = (text: string, at: number, by: string) => text.slice(0, at) + by + text.slice(at + 1)

test('the numbers of the scenario carry the check digits of ISO 7064 MOD 97-10', () => {
  expect(formatNumber('B', '48151623')).toBe('B-4815-1623-97')
  expect(formatNumber('A', '27182818')).toBe('A-2718-2818-24')
})

test('every single wrong digit is caught', () => {
  fc.assert(
    fc.property(kinds, eightDigits, fc.nat(9), fc.integer({ min: 1, max: 9 }), (kind, digits, at, shift) => {
      const right = digits + checkDigits(kind, digits)
      const wrong = replaceAt(right, at, String((Number(right[at]) + shift) % 10))
      expect(readNumber(kind + wrong)).toEqual({ ok: false, code: 'number.wrong-check' })
    }),
  )
})

test('every swap of two different neighbours is caught', () => {
  fc.assert(
    fc.property(kinds, eightDigits, fc.nat(8), (kind, digits, at) => {
      const right = digits + checkDigits(kind, digits)
      fc.pre(right[at] !== right[at + 1])
      const wrong = replaceAt(replaceAt(right, at, right[at + 1]!), at + 1, right[at]!)
      expect(readNumber(kind + wrong)).toEqual({ ok: false, code: 'number.wrong-check' })
    }),
  )
})

test('a number of one kind is never a valid number of the other', () => {
  fc.assert(
    fc.property(eightDigits, digits => {
      expect(readNumber(`B${digits}${checkDigits('A', digits)}`).ok).toBe(false)
    }),
  )
})

test('a number is read however people write it down', () => {
  for (const written of ['b4815162397', 'B 4815 1623 97', 'b-4815–1623—97', 'B-４８１５-１６２３-９７'])
    expect(readNumber(written)).toEqual({ ok: true, kind: 'B', number: 'B-4815-1623-97' })
})

test('what is drawn can be read back', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 99_999_999 }), draw => {
      expect(readNumber(drawNumber('A', draw))).toMatchObject({ ok: true, kind: 'A' })
    }),
  )
})

test('a mistyped number is not taken for a name', () => {
  expect(looksLikeNumber('B-4815-1623')).toBe(true)
  expect(looksLikeNumber('bea@ondaverde.example')).toBe(false)
  expect(readNumber('B-4815-1623').ok).toBe(false)
})

test('a number is a whole number: nothing stands before or behind it', () => {
  fc.assert(
    fc.property(kinds, eightDigits, fc.constantFrom('1', 'A', 'x', '.'), (kind, digits, more) => {
      const number = formatNumber(kind, digits)
      expect(readNumber(number).ok).toBe(true)
      expect(readNumber(`${more}${number}`)).toEqual({ ok: false, code: 'number.malformed' })
      expect(readNumber(`${number}${more}`)).toEqual({ ok: false, code: 'number.malformed' })
    }),
  )
})

test.each([
  ['B-4815', true],
  ['B4815', true],
  ['b 4815', true],
  ['a–4815–1623–97', true],
  ['B-481', true],
  ['B-48', false],
  ['B', false],
  ['Bx4815', false],
  ['B-4815x', false],
  ['xB-4815', false],
  ['C-4815', false],
  ['bea', false],
])('“%s” is meant as a number: %s', (text, is) => {
  expect(looksLikeNumber(text)).toBe(is)
})
