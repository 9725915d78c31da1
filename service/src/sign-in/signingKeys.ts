import { generateKeyPairSync, randomUUID } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'

/** The key that ID tokens are signed with (RS256): made at the first start, and kept in a file of its own. */
export function signingKeys(path: string): { keys: object[] } {
  if (existsSync(path)) return JSON.parse(readFileSync(path, 'utf8')) as { keys: object[] }
  const { privateKey } = generateKeyPairSync('rsa', { modulusLength: 2048 })
  const keys = { keys: [{ ...privateKey.export({ format: 'jwk' }), kid: randomUUID(), use: 'sig', alg: 'RS256' }] }
  mkdirSync(dirname(path), { recursive: true })
  writeFileSync(path, JSON.stringify(keys), { mode: 0o600 })
  return keys
}
