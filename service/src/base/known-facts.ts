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
    const kept = keys.map(key => this.kept.get(key))
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
    const anew = await read(wanting)
    for (const [index, place] of wanting.entries()) {
      const one = anew[index]
      found[place] = one?.facts ?? null
      if (one) this.kept.set(keys[place]!, one)
      else this.kept.delete(keys[place]!)
    }
    return found
  }
}
