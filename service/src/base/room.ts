import type { DataSource } from 'typeorm'
import type { FactsReader } from '../decisions/facts.ts'
import type { LastUse } from '../decisions/last-use.ts'
import type { Platforms } from '../platforms/platforms.ts'
import type { MakeChange } from './change.ts'
import type { Clock } from './clock.ts'
import type { Config } from './config.ts'
import type { Secrets } from './secrets.ts'

/** What every capability is handed: the records, the two doors, and the clock. */
export interface Room {
  readonly config: Config
  readonly clock: Clock
  readonly database: DataSource
  readonly secrets: Secrets
  readonly change: MakeChange
  readonly facts: FactsReader
  readonly lastUse: LastUse
  readonly platforms: Platforms
  publicUrl(): string
}
