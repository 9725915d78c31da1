import type pg from 'pg'
import type { DataSource } from 'typeorm'

/** What was seen of something: all marks on it put together, at the instant its facts were read. */
export interface Seen {
  readonly about: string
  /** The marks' XOR, a 64-bit number; 0 where there was none. */
  readonly marks: bigint
}

type IsUnchanged = (seen: readonly Seen[]) => boolean

interface Batch {
  /** The marks that were seen, by what they are on. */
  readonly seen: Map<string, bigint>
  /** False where something was seen in two ways: for one who asks it has changed. */
  alike: boolean
  /** For how many it is asked whether anything has changed. */
  answers: number
  readonly compared: Promise<IsUnchanged>
  go(): void
}

/** Two at once keep PostgreSQL busy while one answer is on its way; more would only make each smaller. */
const atOnce = 2

/** All marks on all of it in one number: what a process expects, unless something has changed. */
const together = 'SELECT coalesce(bit_xor(value), 0) AS marks FROM mark WHERE about = ANY ($1::uuid[])'

const oneByOne = 'SELECT about, bit_xor(value) AS marks FROM mark WHERE about = ANY ($1::uuid[]) GROUP BY about'

/**
 * Compares what was seen with the marks there are. Questions that come in while others are being answered share the next
 * round trip: it begins after each of them came in, so it is as fresh as one of its own.
 */
export class Marks {
  private next: Batch | null = null
  private underWay = 0

  constructor(private readonly pool: pg.Pool) {}

  /** Whether nothing has changed since any of it was seen: one answer for each. */
  async unchanged(all: readonly (readonly Seen[])[]): Promise<boolean[]> {
    if (all.length === 0) return []
    const batch = (this.next ??= this.open())
    batch.answers += all.length
    for (const seen of all) for (const one of seen) join(batch, one)
    return all.map(await batch.compared)
  }

  private open(): Batch {
    let go!: () => void
    const begun = new Promise<void>(resolve => (go = resolve))
    const compared = begun.then(() => this.compare(batch))
    const batch: Batch = { seen: new Map(), alike: true, answers: 0, compared, go }
    // What came in with the same turn of the event loop goes along.
    setImmediate(() => this.startNext())
    return batch
  }

  private startNext(): void {
    const batch = this.next
    if (!batch || this.underWay >= atOnce) return
    this.next = null
    this.underWay++
    batch.go()
    const end = () => {
      this.underWay--
      this.startNext()
    }
    batch.compared.then(end, end)
  }

  private async compare({ seen, alike, answers }: Batch): Promise<IsUnchanged> {
    const things = [...seen.keys()]
    if (alike) {
      const [all] = await this.read('marks', together, things)
      let expected = 0n
      for (const marks of seen.values()) expected ^= marks
      if (BigInt(all!.marks) === BigInt.asIntN(64, expected)) return () => true
      if (answers === 1) return () => false
    }
    const rows = await this.read('marks-one-by-one', oneByOne, things)
    const there = new Map(rows.map(({ about, marks }) => [about, BigInt(marks)]))
    return one => one.every(({ about, marks }) => (there.get(about) ?? 0n) === marks)
  }

  private async read(
    name: string,
    text: string,
    things: readonly string[],
  ): Promise<{ about: string; marks: string }[]> {
    // Ids need no quoting: as an array, each would be looked through for what does.
    const values = [`{${things.join()}}`]
    return (await this.pool.query<{ about: string; marks: string }>({ name, text, values })).rows
  }
}

function join(batch: Batch, { about, marks }: Seen): void {
  const before = batch.seen.get(about)
  if (before === undefined) batch.seen.set(about, marks)
  else if (before !== marks) batch.alike = false
}

const foldedAtOnce = 5_000

/** Puts the marks on each thing together into one, which changes nothing of what they say. */
export async function foldMarks(database: DataSource): Promise<void> {
  let folded
  do
    [{ folded }] = (await database.query(
      `WITH taken AS (DELETE FROM mark WHERE about IN (SELECT about FROM mark WHERE NOT folded LIMIT ${foldedAtOnce}) RETURNING about, value),
        together AS (INSERT INTO mark (about, value, folded) SELECT about, bit_xor(value), true FROM taken GROUP BY about RETURNING 1)
       SELECT count(*)::integer AS folded FROM together`,
    )) as [{ folded: number }]
  while (folded >= foldedAtOnce / 2)
}
