export type Pair = readonly [one: string, other: string]

/** A map by two texts. By both put together it would be slower: that text would have to be made each time. */
export class PairMap<V> {
  private readonly all = new Map<string, Map<string, V>>()

  get([one, other]: Pair): V | undefined {
    return this.all.get(one)?.get(other)
  }

  set([one, other]: Pair, value: V): void {
    const those = this.all.get(one)
    if (those) those.set(other, value)
    else this.all.set(one, new Map([[other, value]]))
  }

  delete([one, other]: Pair): void {
    const those = this.all.get(one)
    if (those?.delete(other) && those.size === 0) this.all.delete(one)
  }
}
