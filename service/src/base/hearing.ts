import { setTimeout as sleep } from 'node:timers/promises'
import type { EntityManager } from 'typeorm'
import pg from 'pg'

const channel = 'famiglia_changed'
const pause = 500
/** PostgreSQL carries at most 8,000 bytes with a notice. */
const mostNamed = 150

/** Whom a change concerns, by id: businesses and people; `everybody` when there are too many to name. */
export type Concerned = readonly string[] | 'everybody'

/**
 * Says, once the change holds, to every process of the service whom it concerns, and who of those that are written to has a
 * sign-in. Nothing of what it was is told.
 */
export async function sayChanged(
  manager: EntityManager,
  concerned: ReadonlySet<string>,
  addresses: readonly string[],
): Promise<void> {
  const written = (
    addresses.length > 0
      ? await manager.query('SELECT person_id AS id FROM person_address WHERE address = ANY($1)', [addresses])
      : []
  ) as { id: string }[]
  const all = new Set([...concerned, ...written.map(({ id }) => id)])
  const named = all.size > mostNamed ? 'everybody' : [...all]
  await manager.query('SELECT pg_notify($1, $2)', [channel, JSON.stringify(named)])
}

/**
 * Hears of every change that holds, whichever process made it. LISTENING: each is handed on. AWAY: the records cannot be
 * reached; it tries again, and hands on `everybody` once it is back, as what happened meanwhile was not heard. CLOSED.
 */
export class Hearing {
  private client: pg.Client | null = null
  private closed = false

  constructor(
    private readonly url: string,
    private readonly onChanged: (concerned: Concerned) => void,
    private readonly onError: (error: Error) => void,
  ) {}

  async open(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url, application_name: 'famiglia hearing', keepAlive: true })
    this.client = client
    client.on('error', this.onError)
    client.on('notification', ({ payload }) => this.onChanged(JSON.parse(payload ?? '"everybody"') as Concerned))
    await client.connect()
    client.once('end', () => void this.again())
    await client.query(`LISTEN ${channel}`)
  }

  async close(): Promise<void> {
    this.closed = true
    await this.client?.end()
  }

  private async again(): Promise<void> {
    while (!this.closed) {
      await sleep(pause)
      try {
        if (!this.closed) await this.open()
        this.onChanged('everybody')
        return
      } catch (error) {
        this.onError(error as Error)
      }
    }
  }
}
