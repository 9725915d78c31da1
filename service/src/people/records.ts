import type { Instant } from '@famiglia/core'
import { EntitySchema } from 'typeorm'
import { column, named } from '../base/columns.ts'

export interface Person {
  id: string
  name: string
  passwordHash: string
  totpSealed: string | null
  totpPendingSealed: string | null
  /** The last time step a code was good for: no code is good twice. */
  totpLastStep: string | null
  joinedAt: Instant
  pausedAt: Instant | null
}

export const persons = new EntitySchema<Person>({
  name: 'person',
  columns: {
    id: column.id,
    name: column.text,
    passwordHash: named('password_hash', column.text),
    totpSealed: named('totp_sealed', column.text, true),
    totpPendingSealed: named('totp_pending_sealed', column.text, true),
    totpLastStep: named('totp_last_step', { type: 'bigint' }, true),
    joinedAt: named('joined_at', column.instant),
    pausedAt: named('paused_at', column.instant, true),
  },
})

export interface PersonAddress {
  address: string
  personId: string
  verifiedAt: Instant
  /** Where letters go. */
  main: boolean
}

export const personAddresses = new EntitySchema<PersonAddress>({
  name: 'person_address',
  columns: {
    address: { type: 'text', primary: true },
    personId: named('person_id', column.uuid),
    verifiedAt: named('verified_at', column.instant),
    main: column.flag,
  },
})
