import { Problem } from '../base/problem.ts'
import type { Secrets } from '../base/secrets.ts'

/** Keeps a sealed address apart from whatever else is sealed. */
const purpose = 'no-reminders:'

/** The address, sealed, as it stands in a link that stays good for as long as the letter is kept (RFC 8058). */
export function sealedAddress(secrets: Secrets, address: string): string {
  return Buffer.from(secrets.seal(purpose + address.toLowerCase()), 'base64').toString('base64url')
}

/** Reads it back. Refuses with `link.unknown`. */
export function readSealedAddress(secrets: Secrets, sealed: string): string {
  try {
    const plain = secrets.unseal(Buffer.from(sealed, 'base64url').toString('base64'))
    if (plain.startsWith(purpose)) return plain.slice(purpose.length)
  } catch {
    // Told below.
  }
  throw new Problem('link.unknown', 'This link is not one of ours, or not whole.')
}
