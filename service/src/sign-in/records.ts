import type { Instant } from '@famiglia/core'
import { EntitySchema } from 'typeorm'
import { column, named } from '../base/columns.ts'
import type { ProvenBy, SessionKind } from '../base/live-session.ts'

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
