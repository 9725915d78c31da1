import type { Instant } from '@famiglia/core'

/** Who makes a change: a person, signed in. */
export interface Actor {
  readonly person: string
  readonly name: string
  readonly address: string
  readonly session: string
  readonly provenAt: Instant | null
  readonly provenBy: string | null
  /** A token that was made with a fresh proof to work with nobody there: it is not asked again. */
  readonly unattended: boolean
}
