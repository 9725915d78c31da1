import { expect, test } from 'vitest'
import { lookalikeOf } from './lookalike.ts'

const addresses = ['bea@ondaverde.example', 'tomasz@ondaverde.example']
const domains = ['ondaverde.example', 'gullwright.example']
const of = (address: string) => lookalikeOf(address, addresses, domains)

test.each(['bae@ondaverde.example', 'be@ondaverde.example', 'beaa@ondaverde.example'])(
  '%s is one letter off an address that is known',
  typed => {
    expect(of(typed)).toEqual({ meant: 'bea@ondaverde.example', known: 'address' })
  },
)

test('so is one with another letter, where the name is long enough', () => {
  expect(of('tomass@ondaverde.example')).toEqual({ meant: 'tomasz@ondaverde.example', known: 'address' })
})

test('a domain that is one letter off one’s own or a partner’s is pointed at, whoever stands before it', () => {
  expect(of('leander@ondavrede.example')).toEqual({ meant: 'leander@ondaverde.example', known: 'domain' })
  expect(of('callum@gulwright.example')).toEqual({ meant: 'callum@gullwright.example', known: 'domain' })
})

test('what is known as it is, or resembles nothing, is not doubted', () => {
  expect(of('bea@ondaverde.example')).toBeNull()
  expect(of('leander@ondaverde.example')).toBeNull()
  expect(of('leander@quist.example')).toBeNull()
  expect(of('eab@ondaverde.example')).toBeNull()
  expect(of('lea@ondaverde.example')).toBeNull()
  expect(lookalikeOf('desk2@ondaverde.example', ['desk1@ondaverde.example'], domains)).toBeNull()
})
