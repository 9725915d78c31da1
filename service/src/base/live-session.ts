import { Temporal, type Instant } from '@famiglia/core'

export type SessionKind = 'console' | 'command-line' | 'token'
export type ProvenBy = 'password' | 'password and code' | 'password and recovery code' | 'code' | 'passkey'

/** Who is signed in, and how they proved who they are. */
export interface LiveSession {
  readonly session: string
  readonly kind: SessionKind
  readonly person: string
  readonly name: string
  readonly address: string
  readonly unattended: boolean
  readonly expiresAt: Instant
  readonly provenAt: Instant | null
  readonly provenBy: ProvenBy | null
  /** Whether a second step is set up: a code from an app, or a passkey. */
  readonly secondProof: boolean
  /** Whether a code from an app is; then a fresh proof takes one. */
  readonly codeSetUp: boolean
  readonly passkeys: number
}

export const liveSessionQuery = `
  SELECT session.id, session.kind, session.unattended, session.proven_at, session.proven_by, session.expires_at,
    person.id AS person_id, person.name, person.totp_sealed IS NOT NULL AS code_set_up, (SELECT count(*) FROM passkey
      WHERE passkey.person_id = person.id)::integer AS passkeys, main.address
  FROM session JOIN person ON person.id = session.person_id JOIN person_address main ON main.person_id = person.id AND main.main
  WHERE session.secret_hash = $1 AND session.ended_at IS NULL AND person.paused_at IS NULL`

interface LiveRow {
  id: string
  kind: SessionKind
  unattended: boolean
  proven_at: Date | null
  proven_by: ProvenBy | null
  expires_at: Date
  person_id: string
  name: string
  code_set_up: boolean
  passkeys: number
  address: string
}

export function toLiveSession(row: LiveRow, now: Instant): LiveSession | null {
  if (row.expires_at.getTime() <= now.epochMilliseconds) return null
  return {
    session: row.id,
    kind: row.kind,
    person: row.person_id,
    name: row.name,
    address: row.address,
    unattended: row.unattended,
    expiresAt: Temporal.Instant.fromEpochMilliseconds(row.expires_at.getTime()),
    provenAt: row.proven_at ? Temporal.Instant.fromEpochMilliseconds(row.proven_at.getTime()) : null,
    provenBy: row.proven_by,
    secondProof: row.code_set_up || row.passkeys > 0,
    codeSetUp: row.code_set_up,
    passkeys: row.passkeys,
  }
}
