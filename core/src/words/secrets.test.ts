import { expect, test } from 'vitest'
import { holdsSecret } from './secrets.ts'

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
