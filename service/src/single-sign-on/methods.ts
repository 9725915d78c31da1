import type { LiveSession, ProvenBy } from '../base/live-session.ts'

/** How each proof is named by RFC 8176. */
export const methods: Readonly<Record<ProvenBy, readonly string[]>> = {
  password: ['pwd'],
  'password and code': ['pwd', 'otp', 'mfa'],
  'password and recovery code': ['pwd', 'mfa'],
  code: ['otp', 'mfa'],
  passkey: ['hwk', 'user', 'mfa'],
}

/** Context classes that others publish: of OpenID’s PAPE 1.0, and of its Enhanced Authentication Profile. */
export const multiFactor = 'http://schemas.openid.net/pape/policies/2007/06/multi-factor'
export const phishingResistant = 'phr'

export const provenAtSecond = ({ provenAt }: LiveSession): number =>
  Math.floor((provenAt?.epochMilliseconds ?? 0) / 1000)

/** A sign-in here as the authorization server is told of it. */
export function signedInAs(live: LiveSession) {
  const { person, provenBy } = live
  const amr = [...(provenBy ? methods[provenBy] : [])]
  const acr = provenBy === 'passkey' ? phishingResistant : amr.includes('mfa') ? multiFactor : undefined
  return { accountId: person, ts: provenAtSecond(live), amr, ...(acr ? { acr } : {}), remember: true }
}
