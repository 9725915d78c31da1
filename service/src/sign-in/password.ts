import argon2 from 'argon2'
import { Problem } from '../base/problem.ts'

export interface Passwords {
  hash(password: string): Promise<string>
  /** Whether it is the right one. With no hash to compare it takes as long, so that time tells nothing. */
  matches(hash: string | null, password: string): Promise<boolean>
}

/** Passwords are kept as argon2id hashes (RFC 9106), each with a salt of its own. */
export function passwords(memoryKib: number): Passwords {
  const options = { type: argon2.argon2id, memoryCost: memoryKib, timeCost: 2, parallelism: 1 }
  // Made when first needed: hashing takes much memory, which an idle service would keep.
  let decoy: Promise<string> | null = null
  return {
    hash: password => argon2.hash(password, options),
    async matches(hash, password) {
      decoy ??= argon2.hash('nobody has this password', options)
      const none = await decoy
      const right = await argon2.verify(hash ?? none, password)
      return hash !== null && right
    },
  }
}

let known: Promise<ReadonlySet<string>> | null = null

/** Some 50,000 passwords that guessers begin with, bundled; and this service's own name. Read when first asked for: it is large. */
function commonPasswords(): Promise<ReadonlySet<string>> {
  known ??= import('@zxcvbn-ts/language-common').then(
    ({ dictionary }) => new Set([...(dictionary['passwords-common'] as string[]), 'famiglia']),
  )
  return known
}

/** What is left of a text when words are taken out of it: nothing of one that is put together of them alone. */
function withoutWords(text: string, words: readonly string[]): string {
  return words
    .toSorted((one, other) => other.length - one.length)
    .reduce((left, word) => left.replaceAll(word, ''), text)
}

/** Refuses a password of one sign over and over, of one's own words, or that guessers begin with: `password.common`. */
export async function assertGoodPassword(password: string, ownWords: readonly string[]): Promise<void> {
  const common = await commonPasswords()
  const plain = password.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')
  const core = plain.replace(/\d+$/, '')
  const own = ownWords.flatMap(word => word.toLowerCase().split(/[^\p{L}\p{N}]+/u)).filter(word => word.length > 3)
  const weak =
    new Set(plain).size < 5 ||
    common.has(core) ||
    common.has(plain) ||
    common.has(password.toLowerCase()) ||
    (core !== '' && withoutWords(core, own) === '')
  if (weak)
    throw new Problem(
      'password.common',
      'That password is among the first a guesser would try. Take several words, or a longer one.',
      { pointer: '/password' },
    )
}
