import type { Action } from '@famiglia/core'
import type { DataSource } from 'typeorm'

interface Use {
  readonly person: string
  readonly asset: string
  action: Action
  /** Milliseconds since 1970. */
  at: number
  isWritten: boolean
}

const second = 1_000
/** So many at once take PostgreSQL a few milliseconds, and nobody's decision waits for more. */
const atOnce = 500

const byAssetAndPerson = (one: Use, other: Use) =>
  one.asset === other.asset ? (one.person < other.person ? -1 : 1) : one.asset < other.asset ? -1 : 1

/**
 * Notes when somebody last used an asset, and what they did. It is a trace of use and no change of access, so it does not go through the
 * door: noted in memory, and written down within a second, but of the same person and asset once a minute at most, so that
 * whoever works all day costs no more than whoever looks once. A kill loses what was noted and not written.
 */
export class LastUse {
  /** The uses of this minute and those that were written at its beginning, by asset and person. */
  private noted = new Map<string, Map<string, Use>>()
  /** Those among them that are the first of their kind. */
  private soon: Use[] = []
  private turn = 0
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
  note(person: string, asset: string, action: Action, at: number): void {
    const people = this.peopleOn(asset)
    let use = people.get(person)
    if (!use) {
      people.set(person, (use = { person, asset, action, at, isWritten: false }))
      this.soon.push(use)
    }
    use.action = action
    use.at = at
    use.isWritten = false
  }

  /** Writes all that was noted; what was not used again since it was last written is forgotten. */
  async write(): Promise<void> {
    const uses = [...this.noted.values()].flatMap(people => [...people.values()]).filter(use => !use.isWritten)
    this.soon = []
    this.noted = new Map()
    for (const use of uses) this.peopleOn(use.asset).set(use.person, use)
    await this.put(uses)
  }

  async close(): Promise<void> {
    clearInterval(this.timer)
    await this.write().catch(this.onError)
  }

  private peopleOn(asset: string): Map<string, Use> {
    let people = this.noted.get(asset)
    if (!people) this.noted.set(asset, (people = new Map()))
    return people
  }

  private async tick(): Promise<void> {
    this.turn = (this.turn + 1) % 60
    if (this.turn === 0) return this.write()
    const uses = this.soon
    this.soon = []
    await this.put(uses)
  }

  /** One statement after another, each in one order, so that processes that write the same never block each other. */
  private put(uses: Use[]): Promise<void> {
    for (const use of uses) use.isWritten = true
    uses.sort(byAssetAndPerson)
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
