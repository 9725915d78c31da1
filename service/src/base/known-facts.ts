import type { AccessFacts } from '@famiglia/core'
import { LRUCache } from 'lru-cache'
import type pg from 'pg'
import { Marks, type Changed, type Moment } from './marks.ts'
import type { Tally } from './metrics.ts'

/** Facts as they were read, and all that they were looked up by. */
export interface FactsRead {
  readonly facts: AccessFacts
  readonly madeOf: readonly string[]
  readonly at: Moment
  /** Bytes of memory that they take, about. */
  readonly bytes: number
}

/** What changed while something was being read, which may not stand in it yet. */
class Reading {
  private readonly changed = new Set<string>()
  private isLost = false

  note(changed: Changed): void {
    if (changed === 'anything') this.isLost = true
    else for (const one of changed) this.changed.add(one)
  }

  isStillSo({ madeOf }: FactsRead): boolean {
    return !this.isLost && !madeOf.some(one => this.changed.has(one))
  }
}

/**
 * Facts that were read before, for as long as nothing they were made of has changed: each time they are wanted, it is asked what
 * has changed since, and what was made of it goes. Bounded by memory; what was wanted least lately goes first. That there is
 * nothing is never kept.
 */
export class KnownFacts {
  private readonly kept: LRUCache<string, FactsRead>
  /** Keys of what is kept, by what it is made of. */
  private readonly madeOf = new Map<string, Set<string>>()
  /** What is being read just now, by key, and what changes meanwhile. */
  private readonly reading = new Map<string, { readonly began: number; readonly one: Promise<FactsRead | null> }>()
  private readonly readings = new Set<Reading>()
  private readonly marks: Marks
  /** Counts questions and readings in the order in which they come and begin. */
  private moment = 0

  constructor(
    pool: pg.Pool,
    private readonly tally: Tally,
    mebibytes: number,
  ) {
    this.marks = new Marks(pool, changed => this.forget(changed))
    this.kept = new LRUCache({
      maxSize: mebibytes * 1024 * 1024,
      sizeCalculation: ({ bytes }) => bytes,
      dispose: (read, key) => this.unname(key, read),
    })
    tally.watchMemory(() => this.kept.calculatedSize)
  }

  /** Facts by keys, in their order; `read` reads those at the given places anew. */
  async of(
    keys: readonly string[],
    read: (places: readonly number[]) => Promise<readonly (FactsRead | null)[]>,
  ): Promise<(AccessFacts | null)[]> {
    const came = ++this.moment
    const kept = await this.keptOf(keys)
    const found = kept.map(one => one?.facts ?? null)
    const wanting = [...found.keys()].filter(place => !found[place])
    this.tally.tookFacts(keys.length - wanting.length, wanting.length)
    if (wanting.length === 0) return found
    const anew = await this.readAnew(keys, wanting, came, read)
    for (const [index, place] of wanting.entries()) found[place] = anew[index]?.facts ?? null
    return found
  }

  /** What is kept and still so; what is just being read for somebody who came earlier is waited for, as it is kept if it is so then. */
  private async keptOf(keys: readonly string[]): Promise<(FactsRead | undefined)[]> {
    if (!keys.some(key => this.kept.has(key) || this.reading.has(key))) return keys.map(() => undefined)
    await this.marks.seeAll()
    const kept = keys.map(key => this.kept.get(key))
    if (!kept.includes(undefined)) return kept
    const underWay = keys.flatMap((key, place) => (kept[place] ? [] : (this.reading.get(key)?.one ?? [])))
    if (underWay.length === 0) return kept
    await Promise.allSettled(underWay)
    return keys.map(key => this.kept.get(key))
  }

  /** A reading that began after a question came in is as fresh to it as one of its own: many who ask at once share one. */
  private async readAnew(
    keys: readonly string[],
    wanting: readonly number[],
    came: number,
    read: (places: readonly number[]) => Promise<readonly (FactsRead | null)[]>,
  ): Promise<(FactsRead | null)[]> {
    const isBegun = (key: string) => (this.reading.get(key)?.began ?? 0) > came
    const unread = wanting.filter(place => !isBegun(keys[place]!))
    const own = [...new Map(unread.map(place => [keys[place]!, place])).values()]
    if (own.length > 0) {
      const began = ++this.moment
      const reading = new Reading()
      this.readings.add(reading)
      const all = read(own)
        .then(anew => own.map((place, index) => this.keep(keys[place]!, anew[index] ?? null, reading)))
        .finally(() => this.readings.delete(reading))
      for (const [index, place] of own.entries()) {
        const key = keys[place]!
        const one = all
          .then(anew => anew[index] ?? null)
          .finally(() => this.reading.get(key)?.one === one && this.reading.delete(key))
        this.reading.set(key, { began, one })
      }
    }
    return Promise.all(wanting.map(place => this.reading.get(keys[place]!)!.one))
  }

  private keep(key: string, read: FactsRead | null, reading: Reading): FactsRead | null {
    this.kept.delete(key)
    if (!read || !reading.isStillSo(read)) return read
    this.marks.tellAfter(read.at)
    this.kept.set(key, read)
    if (this.kept.has(key)) this.name(key, read)
    return read
  }

  private forget(changed: Changed): void {
    for (const reading of this.readings) reading.note(changed)
    if (changed === 'anything') {
      this.madeOf.clear()
      this.kept.clear()
    } else for (const one of changed) for (const key of this.madeOf.get(one) ?? []) this.kept.delete(key)
  }

  private name(key: string, { madeOf }: FactsRead): void {
    for (const one of madeOf) {
      const keys = this.madeOf.get(one)
      if (keys) keys.add(key)
      else this.madeOf.set(one, new Set([key]))
    }
  }

  private unname(key: string, { madeOf }: FactsRead): void {
    for (const one of madeOf) {
      const keys = this.madeOf.get(one)
      if (keys?.delete(key) && keys.size === 0) this.madeOf.delete(one)
    }
  }
}
