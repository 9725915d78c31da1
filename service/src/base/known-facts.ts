import type { AccessFacts } from '@famiglia/core'
import { LRUCache } from 'lru-cache'
import type pg from 'pg'
import { Marks, type Changed, type Moment } from './marks.ts'
import type { Tally } from './metrics.ts'
import { ownTexts } from './own-texts.ts'
import { PairMap, type Pair } from './pair-map.ts'

/** Facts as they were read, and all that they were looked up by. */
export interface FactsRead {
  readonly facts: AccessFacts
  readonly madeOf: readonly string[]
  readonly at: Moment
  /** Bytes of memory that they take, about. */
  readonly bytes: number
  /** The second in which they were wanted last, as the process counts. */
  wantedIn?: number
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

/** A way of asking for facts: what is kept of it, by whose facts they are and on what, and what is being read just now. */
class Way {
  readonly kept = new PairMap<FactsRead>()
  readonly reading = new PairMap<{ readonly began: number; readonly one: Promise<FactsRead | null> }>()
}

/**
 * Facts that were read before, for as long as nothing they were made of has changed: each time they are wanted, it is asked what
 * has changed since, and what was made of it goes. Bounded by memory; what was wanted least lately goes first. That there is
 * nothing is never kept.
 */
export class KnownFacts {
  private readonly ways = new Map<string, Way>()
  /** Where each lies. */
  private readonly kept: LRUCache<FactsRead, { readonly way: Way; readonly pair: Pair }>
  /** What is kept, by what it is made of. */
  private readonly madeOf = new Map<string, Set<FactsRead>>()
  /** What is being read just now is told what changes meanwhile. */
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
      sizeCalculation: (_place, { bytes }) => bytes,
      dispose: ({ way, pair }, read) => {
        way.kept.delete(pair)
        this.unname(read)
      },
    })
    tally.watchMemory(() => this.kept.calculatedSize)
  }

  /** Facts around pairs, asked for in one way, in their order; `read` reads those at the given places anew. */
  async of(
    name: string,
    pairs: readonly Pair[],
    read: (places: readonly number[]) => Promise<readonly (FactsRead | null)[]>,
  ): Promise<(AccessFacts | null)[]> {
    let way = this.ways.get(name)
    if (!way) this.ways.set(name, (way = new Way()))
    const came = ++this.moment
    const kept = await this.keptOf(way, pairs)
    const found: (AccessFacts | null)[] = []
    const wanting: number[] = []
    for (const [place, one] of kept.entries()) {
      found.push(one?.facts ?? null)
      if (!one) wanting.push(place)
    }
    this.tally.tookFacts(pairs.length - wanting.length, wanting.length)
    if (wanting.length === 0) return found
    const anew = await this.readAnew(way, pairs, wanting, came, read)
    for (const [index, place] of wanting.entries()) found[place] = anew[index]?.facts ?? null
    return found
  }

  /** What is kept and still so; what is just being read for somebody who came earlier is waited for, as it is kept if it is so then. */
  private async keptOf(way: Way, pairs: readonly Pair[]): Promise<(FactsRead | undefined)[]> {
    if (!pairs.some(pair => way.kept.get(pair) ?? way.reading.get(pair))) return pairs.map(() => undefined)
    await this.marks.seeAll()
    const second = Math.floor(performance.now() / 1_000)
    const kept = pairs.map(pair => this.find(way, pair, second))
    if (!kept.includes(undefined)) return kept
    const underWay = pairs.flatMap((pair, place) => (kept[place] ? [] : (way.reading.get(pair)?.one ?? [])))
    if (underWay.length === 0) return kept
    await Promise.allSettled(underWay)
    return pairs.map(pair => this.find(way, pair, second))
  }

  /** What is kept, which goes the later for being wanted: to put it behind the others once a second is enough. */
  private find(way: Way, pair: Pair, second: number): FactsRead | undefined {
    const read = way.kept.get(pair)
    if (read && read.wantedIn !== second) {
      read.wantedIn = second
      this.kept.get(read)
    }
    return read
  }

  /** A reading that began after a question came in is as fresh to it as one of its own: many who ask at once share one. */
  private async readAnew(
    way: Way,
    pairs: readonly Pair[],
    wanting: readonly number[],
    came: number,
    read: (places: readonly number[]) => Promise<readonly (FactsRead | null)[]>,
  ): Promise<(FactsRead | null)[]> {
    const own = new PairMap<number>()
    for (const place of wanting) if ((way.reading.get(pairs[place]!)?.began ?? 0) <= came) own.set(pairs[place]!, place)
    const places = wanting.filter(place => own.get(pairs[place]!) === place)
    if (places.length > 0) {
      const began = ++this.moment
      const reading = new Reading()
      this.readings.add(reading)
      const all = read(places)
        .then(anew => places.map((place, index) => this.keep(way, pairs[place]!, anew[index] ?? null, reading)))
        .finally(() => this.readings.delete(reading))
      for (const [index, place] of places.entries()) {
        const pair = pairs[place]!
        const one = all
          .then(anew => anew[index] ?? null)
          .finally(() => way.reading.get(pair)?.one === one && way.reading.delete(pair))
        way.reading.set(pair, { began, one })
      }
    }
    return Promise.all(wanting.map(place => way.reading.get(pairs[place]!)!.one))
  }

  private keep(way: Way, pair: Pair, read: FactsRead | null, reading: Reading): FactsRead | null {
    const before = way.kept.get(pair)
    if (before) this.kept.delete(before)
    if (!read || !reading.isStillSo(read)) return read
    this.marks.tellAfter(read.at)
    const own = ownTexts(pair)
    this.kept.set(read, { way, pair: own })
    if (!this.kept.has(read)) return read
    way.kept.set(own, read)
    this.name(read)
    return read
  }

  private forget(changed: Changed): void {
    for (const reading of this.readings) reading.note(changed)
    if (changed === 'anything') {
      this.madeOf.clear()
      this.kept.clear()
    } else for (const one of changed) for (const read of this.madeOf.get(one) ?? []) this.kept.delete(read)
  }

  private name(read: FactsRead): void {
    for (const one of read.madeOf) {
      const those = this.madeOf.get(one)
      if (those) those.add(read)
      else this.madeOf.set(one, new Set([read]))
    }
  }

  private unname(read: FactsRead): void {
    for (const one of read.madeOf) {
      const those = this.madeOf.get(one)
      if (those?.delete(read) && those.size === 0) this.madeOf.delete(one)
    }
  }
}
