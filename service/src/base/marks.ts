import type pg from 'pg'
import type { DataSource } from 'typeorm'

/** What was seen of something: all marks on it put together, at the instant its facts were read. */
export interface Seen {
  readonly about: string
  /** The marks' XOR, a 64-bit number; 0 where there was none. */
  readonly marks: bigint
}

interface Batch {
  /** What was seen, by what it is about: first of all alike, then whatever was seen otherwise. */
  readonly asked: Map<string, Seen>
  readonly otherwise: Seen[]
  /** For how many it is asked whether anything has changed. */
  answers: number
  readonly changed: Promise<ReadonlySet<Seen>>
  go(): void
}

/** Two at once keep PostgreSQL busy while one answer is on its way; more would only make each smaller. */
const atOnce = 2

/** All marks on all of it in one number: what a process expects, unless something has changed. */
const together = 'SELECT coalesce(bit_xor(value), 0) AS marks FROM mark WHERE about = ANY ($1::uuid[])'

const oneByOne = `SELECT asked.place FROM unnest($1::uuid[], $2::bigint[]) WITH ORDINALITY AS asked(about, marks, place)
  WHERE asked.marks <> coalesce((SELECT bit_xor(mark.value) FROM mark WHERE mark.about = asked.about), 0)`

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
    const own = all.map(seen => seen.map(one => join(batch, one)))
    const changed = await batch.changed
    return own.map(seen => changed.size === 0 || !seen.some(one => changed.has(one)))
  }

  private open(): Batch {
    let go!: () => void
    const begun = new Promise<void>(resolve => (go = resolve))
    const changed = begun.then(() => this.compare(batch))
    const batch: Batch = { asked: new Map(), otherwise: [], answers: 0, changed, go }
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
    batch.changed.then(end, end)
  }

  private async compare({ asked, otherwise, answers }: Batch): Promise<ReadonlySet<Seen>> {
    const all = [...asked.values()]
    if (otherwise.length === 0 && (await this.areAllAsSeen(all))) return new Set()
    if (answers === 1) return new Set(all)
    all.push(...otherwise)
    const { rows } = await this.pool.query<{ place: string }>({
      name: 'marks-one-by-one',
      text: oneByOne,
      values: [all.map(({ about }) => about), all.map(({ marks }) => marks)],
    })
    return new Set(rows.map(({ place }) => all[Number(place) - 1]!))
  }

  private async areAllAsSeen(asked: readonly Seen[]): Promise<boolean> {
    const { rows } = await this.pool.query<{ marks: string }>({
      name: 'marks',
      text: together,
      values: [asked.map(({ about }) => about)],
    })
    let expected = 0n
    for (const { marks } of asked) expected ^= marks
    return BigInt(rows[0]!.marks) === BigInt.asIntN(64, expected)
  }
}

/** The same thing seen alike is asked about once; seen twice and not alike, it has changed for one of the two. */
function join({ asked, otherwise }: Batch, seen: Seen): Seen {
  const there = asked.get(seen.about)
  if (there?.marks === seen.marks) return there
  if (there) otherwise.push(seen)
  else asked.set(seen.about, seen)
  return seen
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
