import { expect, test } from 'vitest'
import { holdsSecret, maybePasswords } from './secrets.ts'

test.each([
  'Password: gulls at dawn',
  'my pwd=gull7',
  'The password is gull7!',
  'Kennwort: möwe',
  'code: 482913',
  'here it is: fY3kQ9zLr0aBcD1eFgH2iJkL3mNoP4qRsT5uVwX6yZ7',
  'https://famiglia.example/invitation#AaBbCcDdEeFfGgHhIiJjKkLlMmNnOoPpQqRrSsTt1234',
])('“%s” holds a way to sign in', text => expect(holdsSecret(text)).toBe(true))

test.each([
  'No password is ever shared here.',
  'The password is never needed.',
  'Ask for the code of conduct.',
  'Our tracking code: see the page',
  'Read https://docs.example/d/1AbCdEfGhIjKlMnOpQrStUvWxYz0123456789abcdef first',
  'A-2718-2818-24 and 12345678 euros',
  'Dear Bea, welcome for the season.',
])('“%s” holds none', text => expect(holdsSecret(text)).toBe(false))

test('what could be somebody’s own password is found in a text; addresses, numbers and links are none', () => {
  expect(maybePasswords('candles at either end')).toEqual(['candles at either end'])
  expect(maybePasswords('sign in with: candles at either end')).toEqual([
    'sign in with: candles at either end',
    'candles at either end',
  ])
  expect(maybePasswords('It is “gull7harbour!”, as ever.')).toContain('gull7harbour!')
  expect(
    maybePasswords('Ask bea@ondaverde.example of B-2718-2818-24 about page/day-trips at https://a.example/1'),
  ).toHaveLength(1)
  expect(maybePasswords('short')).toEqual([])
  expect(maybePasswords('a1'.repeat(150))).toEqual([])
  expect(maybePasswords('word1word1 word2word2 word3word3 word4word4 word5word5')).toHaveLength(4)
})
