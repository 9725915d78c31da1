import fc from 'fast-check'
import { expect, test } from 'vitest'
import { hashOf, Secrets } from './secrets.ts'

const secrets = new Secrets('a secret of the service that is long enough')
const target = fc.record({ id: fc.uuid(), generation: fc.integer({ min: 1, max: 65_535 }) })

test('a link is read back as what it was made for', () => {
  fc.assert(
    fc.property(target, wanted => {
      expect(secrets.readLink('invitation', secrets.linkTo('invitation', wanted))).toEqual(wanted)
    }),
  )
})

test('a link of one use is void for another, and for a service with another secret', () => {
  fc.assert(
    fc.property(target, wanted => {
      const link = secrets.linkTo('invitation', wanted)
      expect(secrets.readLink('opening', link)).toBeNull()
      expect(new Secrets('another secret that is just as long as that').readLink('invitation', link)).toBeNull()
    }),
  )
})

test('no link with a changed, a missing or an added sign is read', () => {
  fc.assert(
    fc.property(target, fc.nat(45), fc.constantFrom('A', 'z', '7', '-'), (wanted, at, sign) => {
      const link = secrets.linkTo('invitation', wanted)
      fc.pre(link[at] !== sign)
      expect(secrets.readLink('invitation', link.slice(0, at) + sign + link.slice(at + 1))).toBeNull()
      expect(secrets.readLink('invitation', link.slice(0, at) + link.slice(at + 1))).toBeNull()
      expect(secrets.readLink('invitation', link + sign)).toBeNull()
    }),
  )
})

test('what is sealed can be read again here alone, and looks different each time', () => {
  fc.assert(
    fc.property(fc.string(), plain => {
      const sealed = secrets.seal(plain)
      expect(secrets.unseal(sealed)).toBe(plain)
      expect(secrets.seal(plain)).not.toBe(sealed)
      expect(() => new Secrets('another secret that is just as long as that').unseal(sealed)).toThrow()
    }),
  )
})

test('a hash is SHA-256', () => {
  expect(hashOf('')).toBe('e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855')
})
