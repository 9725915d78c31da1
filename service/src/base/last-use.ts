import type { Action } from '@famiglia/core'
import type { DataSource } from 'typeorm'

/** What somebody did last with an asset, and when. Whoever notes it keeps it: to look it up each time takes longer than to note it. */
export class Use {
  action: Action | null = null
  /** Milliseconds since 1970. */
  at = 0
  isDue = false
  /** The minute in which it was written last. */
  writtenIn = 0

  constructor(
    readonly person: string,
    readonly asset: string,
  ) {}
}

const second = 1_000
/** So many at once take PostgreSQL a few milliseconds, and nobody's decision waits for more. */
const atOnce = 500

const byAssetAndPerson = (one: Use, other: Use) =>
  one.asset === other.asset ? (one.person < other.person ? -1 : 1) : one.asset < other.asset ? -1 : 1

/** The same use may be noted in several places. */
const lastOfEach = (uses: readonly Use[]) => [
  ...new Map(
    [...uses].sort((one, other) => one.at - other.at).map(use => [`${use.asset} ${use.person}`, use]),
  ).values(),
]

/**
 * Notes when somebody last used an asset, and what they did. It is a trace of use and no change of access, so it does not go through the
 * door: noted in memory, and written down within a second, but again within the same minute only at its end, so that
 * whoever works all day costs no more than whoever looks once. A kill loses what was noted and not written.
 */
export class LastUse {
  /** To be written within the second, and at the end of the minute. */
  private soon: Use[] = []
  private later: Use[] = []
  private second = 0
  private minute = 1
  private writing: Promise<void> = Promise.resolve()
  private readonly timer: NodeJS.Timeout

  constructor(
    private readonly database: DataSource,
    private readonly onError: (error: unknown) => void,
  ) {
    this.timer = setInterval(() => void this.tick().catch(onError), second)
    this.timer.unref()
  }

  /** `at` is in milliseconds since 1970. */
  note(use: Use, action: Action, at: number): void {
    use.action = action
    use.at = at
    if (use.isDue) return
    use.isDue = true
    ;(use.writtenIn === this.minute ? this.later : this.soon).push(use)
  }

  /** Writes all that was noted. */
  async write(): Promise<void> {
    const uses = [...this.soon, ...this.later]
    this.soon = []
    this.later = []
    await this.put(uses)
  }

  async close(): Promise<void> {
    clearInterval(this.timer)
    await this.write().catch(this.onError)
  }

  private async tick(): Promise<void> {
    this.second = (this.second + 1) % 60
    if (this.second === 0) {
      this.minute++
      return this.write()
    }
    const uses = this.soon
    this.soon = []
    await this.put(uses)
  }

  /** One statement after another, each in one order, so that processes that write the same never block each other. */
  private put(due: readonly Use[]): Promise<void> {
    for (const use of due) {
      use.isDue = false
      use.writtenIn = this.minute
    }
    const uses = lastOfEach(due).sort(byAssetAndPerson)
    const before = this.writing.catch(() => undefined)
    return (this.writing = before.then(async () => {
      for (let from = 0; from < uses.length; from += atOnce) await this.putAtOnce(uses.slice(from, from + atOnce))
    }))
  }

  private async putAtOnce(uses: readonly Use[]): Promise<void> {
    await this.database.query(
      `INSERT INTO last_use (person_id, asset_id, at, action)
       SELECT person, asset, to_timestamp(at / 1000), action FROM unnest($1::uuid[], $2::uuid[], $3::float8[], $4::text[]) AS used(person, asset, at, action)
       ON CONFLICT (asset_id, person_id) DO UPDATE SET at = excluded.at, action = excluded.action WHERE last_use.at <= excluded.at`,
      [uses.map(use => use.person), uses.map(use => use.asset), uses.map(use => use.at), uses.map(use => use.action)],
    )
  }
}
