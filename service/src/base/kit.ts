import type pg from 'pg'
import type { DataSource } from 'typeorm'
import type { MakeChange, Rehearse } from './change.ts'
import type { Clock } from './clock.ts'
import type { Config } from './config.ts'
import type { KnownFacts } from './known-facts.ts'
import type { LastUse } from './last-use.ts'
import type { Limits } from './limits.ts'
import type { Tally } from './metrics.ts'
import type { Platforms } from './platforms.ts'
import type { Secrets } from './secrets.ts'

/** What every capability is handed: the settings, the records, the door for changes, and the clock. */
export interface Kit {
  readonly config: Config
  readonly clock: Clock
  readonly database: DataSource
  /** Connections of their own for decisions. */
  readonly deciding: pg.Pool
  /** Facts that were read before; null where none are kept. */
  readonly known: KnownFacts | null
  readonly secrets: Secrets
  readonly limits: Limits
  readonly tally: Tally
  readonly change: MakeChange
  readonly rehearse: Rehearse
  readonly platforms: Platforms
  /** Notes that somebody used an asset, in milliseconds since 1970. */
  readonly lastUse: LastUse
  publicUrl(): string
}
