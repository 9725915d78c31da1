import { setTimeout as sleep } from 'node:timers/promises'
import pg from 'pg'
import { hearAll, isDatabaseAway } from './database.ts'

const pause = 300

/**
 * The records as background work sees them. While PostgreSQL is away a statement waits until it is back, instead of
 * failing: the library that runs the work does not wait for all of its statements, and one that failed would end the
 * whole service. OPEN: waits. CLOSING: what cannot be carried out any more is left; it is found by the next start.
 */
export class PatientRecords {
  private readonly pool: pg.Pool
  private closing = false

  constructor(
    url: string,
    private readonly onError: (error: Error) => void,
  ) {
    this.pool = new pg.Pool({
      connectionString: url,
      max: 4,
      application_name: 'famiglia jobs',
      connectionTimeoutMillis: 5_000,
    })
    this.pool.on('error', onError)
    hearAll(this.pool, onError)
  }

  async executeSql(text: string, values: unknown[] = []): Promise<{ rows: unknown[] }> {
    while (!this.closing) {
      try {
        // Without values it may be several statements, which only the simple protocol takes.
        return await (values.length > 0 ? this.pool.query(text, values) : this.pool.query(text))
      } catch (error) {
        if (!isDatabaseAway(error)) throw error
        this.onError(error as Error)
        await sleep(pause)
      }
    }
    return new Promise(() => undefined)
  }

  async close(): Promise<void> {
    this.closing = true
    await this.pool.end()
  }
}
