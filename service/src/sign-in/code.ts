import { generateSecret, generateURI, verify } from 'otplib'

const period = 30

export function newCodeSecret(): string {
  return generateSecret()
}

/** The `otpauth:` address that authenticator apps read. */
export function codeAddress(secret: string, address: string): string {
  return generateURI({ issuer: 'Famiglia', label: address, secret })
}

/**
 * Checks a six-digit code by TOTP (RFC 6238), one step early or late. Returns the time step it is good for, so that
 * the same code is not taken twice; null when it is not good.
 */
export async function stepOfCode(
  secret: string,
  code: string,
  epochMs: number,
  lastStep: number | null,
): Promise<number | null> {
  if (!/^\d{6}$/.test(code)) return null
  const now = Math.floor(epochMs / 1000)
  for (const offset of [0, -1, 1]) {
    const step = Math.floor(now / period) + offset
    if (lastStep !== null && step <= lastStep) continue
    const result = await verify({ secret, token: code, epoch: step * period, period })
    if (result.valid) return step
  }
  return null
}
