import { Temporal, type Instant } from '@famiglia/core'
import { EntitySchema, type EntityManager } from 'typeorm'
import { v7 as newId } from 'uuid'
import { column, named } from '../base/columns.ts'
import { drawSecret, hashOf } from '../base/secrets.ts'

export type SessionKind = 'console' | 'command-line' | 'token'
export type ProvenBy = 'password' | 'password and code' | 'password and recovery code' | 'code' | 'passkey'

export interface Session {
  id: string
  personId: string
  kind: SessionKind
  name: string
  secretHash: string
  /** Made with a fresh proof to work without anybody there. */
  unattended: boolean
  provenAt: Instant | null
  provenBy: ProvenBy | null
  begunAt: Instant
  expiresAt: Instant
  endedAt: Instant | null
}

export const sessions = new EntitySchema<Session>({
  name: 'session',
  columns: {
    id: column.id,
    personId: named('person_id', column.uuid),
    kind: column.text,
    name: column.text,
    secretHash: named('secret_hash', column.text),
    unattended: column.flag,
    provenAt: named('proven_at', column.instant, true),
    provenBy: named('proven_by', column.text, true),
    begunAt: named('begun_at', column.instant),
    expiresAt: named('expires_at', column.instant),
    endedAt: named('ended_at', column.instant, true),
  },
})

/** How long a sign-in lasts, in days, by where it was made; a token says its own end. */
export const sessionDays = { console: 14, 'command-line': 30 } as const

export interface NewSession {
  readonly person: string
  readonly kind: SessionKind
  readonly name: string
  readonly provenAt: Instant | null
  readonly provenBy: ProvenBy | null
  readonly expiresAt: Instant
  readonly unattended?: boolean
  /** Drawn elsewhere, as the authorization server does for the command line. */
  readonly secret?: string
}

/** Begins a session and returns its secret, which is nowhere else from then on. */
export async function beginSession(
  manager: EntityManager,
  wanted: NewSession,
  now: Instant,
): Promise<{ id: string; secret: string }> {
  const id = newId()
  const secret = wanted.secret ?? drawSecret(wanted.kind === 'token' ? 'famt_' : 'fams_')
  await manager.insert(sessions, {
    id,
    personId: wanted.person,
    kind: wanted.kind,
    name: wanted.name,
    secretHash: hashOf(secret),
    unattended: wanted.unattended ?? false,
    provenAt: wanted.provenAt,
    provenBy: wanted.provenBy,
    begunAt: now,
    expiresAt: wanted.expiresAt,
    endedAt: null,
  })
  return { id, secret }
}

export interface LiveSession {
  readonly session: string
  readonly kind: SessionKind
  readonly person: string
  readonly name: string
  readonly address: string
  readonly unattended: boolean
  readonly provenAt: Instant | null
  readonly provenBy: ProvenBy | null
  /** Whether a second proof is set up: a code from an app, or a passkey. */
  readonly secondProof: boolean
  /** Whether a code from an app is; then a fresh proof takes one. */
  readonly codeSetUp: boolean
  readonly passkeys: number
}

export const liveSessionQuery = `
  SELECT session.id, session.kind, session.unattended, session.proven_at, session.proven_by, session.expires_at,
    person.id AS person_id, person.name, person.totp_sealed IS NOT NULL AS code_set_up, (SELECT count(*) FROM passkey WHERE passkey.person_id = person.id)::integer AS passkeys, main.address
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
    provenAt: row.proven_at ? Temporal.Instant.fromEpochMilliseconds(row.proven_at.getTime()) : null,
    provenBy: row.proven_by,
    secondProof: row.code_set_up || row.passkeys > 0,
    codeSetUp: row.code_set_up,
    passkeys: row.passkeys,
  }
}
