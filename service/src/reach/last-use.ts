import type { Action } from '@famiglia/core'
import type { DataSource } from 'typeorm'

/**
 * Notes when somebody last used an asset, and what they did. It is a trace of use and no change of access, so it does not go through the
 * door: noted in memory and written down every second, in one statement; a kill loses at most that second.
 */
export class LastUse {
  private noted = new Map<string, { person: string; asset: string; action: string; at: number }>()
  private readonly timer: NodeJS.Timeout

  constructor(
    private readonly database: DataSource,
    private readonly onError: (error: unknown) => void,
  ) {
    this.timer = setInterval(() => void this.write().catch(onError), 1_000)
    this.timer.unref()
  }

  /** `at` is in milliseconds since 1970. */
  note(person: string, asset: string, action: Action, at: number): void {
    this.noted.set(person + asset, { person, asset, action, at })
  }

  async write(): Promise<void> {
    if (this.noted.size === 0) return
    const uses = [...this.noted.values()]
    this.noted = new Map()
    await this.database.query(
      `INSERT INTO last_use (person_id, asset_id, at, action) SELECT * FROM unnest($1::uuid[], $2::uuid[], $3::timestamptz[], $4::text[])
       ON CONFLICT (asset_id, person_id) DO UPDATE SET at = excluded.at, action = excluded.action WHERE last_use.at <= excluded.at`,
      [
        uses.map(use => use.person),
        uses.map(use => use.asset),
        uses.map(use => new Date(use.at)),
        uses.map(use => use.action),
      ],
    )
  }

  async close(): Promise<void> {
    clearInterval(this.timer)
    await this.write().catch(this.onError)
  }
}
