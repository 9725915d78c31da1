import type { Instant } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { v7 as newId } from 'uuid'
import type { ProvenBy, SessionKind } from '../base/live-session.ts'
import { drawSecret, hashOf } from '../base/secrets.ts'
import { sessions } from './records.ts'

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
