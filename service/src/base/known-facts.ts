import type { AccessFacts } from '@famiglia/core'
import { LRUCache } from 'lru-cache'
import type { Tally } from './metrics.ts'
import type { Marks, Seen } from './marks.ts'

/** Facts as they were read, and what was seen of all that they were looked up by, in the same snapshot. */
export interface FactsRead {
  readonly facts: AccessFacts
  readonly seen: readonly Seen[]
  /** Bytes of memory that they take, about. */
  readonly bytes: number
}

/**
 * Facts that were read before, for as long as nothing they were made of has changed: each time they are wanted, the marks
 * on all of it are compared, and where one differs they are read again. Bounded by memory; what was wanted least lately
 * goes first. That there is nothing is never kept.
 */
export class KnownFacts {
  private readonly kept: LRUCache<string, FactsRead>
  /** What is being read just now. */
  private readonly reading = new Map<string, { readonly began: number; readonly one: Promise<FactsRead | null> }>()
  /** Counts questions and readings in the order in which they come and begin. */
  private moment = 0

  constructor(
    private readonly marks: Marks,
    private readonly tally: Tally,
    mebibytes: number,
  ) {
    this.kept = new LRUCache({ maxSize: mebibytes * 1024 * 1024, sizeCalculation: ({ bytes }) => bytes })
    tally.watchMemory(() => this.kept.calculatedSize)
  }

  /** Facts by keys, in their order; `read` reads those at the given places anew. */
  async of(
    keys: readonly string[],
    read: (places: readonly number[]) => Promise<readonly (FactsRead | null)[]>,
  ): Promise<(AccessFacts | null)[]> {
    const came = ++this.moment
    const kept = await this.keptOf(keys)
    const unchanged = await this.marks.unchanged(kept.flatMap(one => (one ? [one.seen] : [])))
    const found: (AccessFacts | null)[] = []
    const wanting: number[] = []
    let next = 0
    for (const [place, one] of kept.entries()) {
      found.push(one && unchanged[next++] ? one.facts : null)
      if (!found[place]) wanting.push(place)
    }
    this.tally.tookFacts(keys.length - wanting.length, wanting.length)
    if (wanting.length === 0) return found
    const anew = await this.readAnew(keys, wanting, came, read)
    for (const [index, place] of wanting.entries()) found[place] = anew[index]?.facts ?? null
    return found
  }

  /** What is kept; what is just being read for somebody who came earlier is waited for, to be compared like the rest. */
  private async keptOf(keys: readonly string[]): Promise<(FactsRead | undefined)[]> {
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
      const all = read(own)
      for (const [index, place] of own.entries()) {
        const key = keys[place]!
        const one = all
          .then(anew => this.keep(key, anew[index] ?? null))
          .finally(() => this.reading.get(key)?.one === one && this.reading.delete(key))
        this.reading.set(key, { began, one })
      }
    }
    return Promise.all(wanting.map(place => this.reading.get(keys[place]!)!.one))
  }

  private keep(key: string, read: FactsRead | null): FactsRead | null {
    if (read) this.kept.set(key, read)
    else this.kept.delete(key)
    return read
  }
}
