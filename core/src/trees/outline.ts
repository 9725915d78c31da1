/** A line of a tree that is written down line by line. */
export interface OutlineLine<N, B> {
  /** How many manager accounts it hangs under, on this way. */
  readonly depth: number
  readonly node: N
  /** By what it hangs where it stands; null at the top. */
  readonly branch: B | null
}

/**
 * A tree line by line, from what hangs under nothing down: manager accounts first, then accounts, each by name. What hangs
 * in several places stands in each.
 */
export function outline<
  N extends { readonly number: string; readonly kind: string; readonly name: string },
  B extends { readonly below: string; readonly above: string },
>(nodes: readonly N[], branches: readonly B[]): OutlineLine<N, B>[] {
  const byNumber = new Map(nodes.map(node => [node.number, node]))
  const below = new Map<string, B[]>()
  for (const branch of branches) below.set(branch.above, [...(below.get(branch.above) ?? []), branch])
  const hanging = new Set(branches.map(branch => branch.below))
  const lines: OutlineLine<N, B>[] = []
  const write = (node: N, branch: B | null, way: readonly string[]) => {
    lines.push({ depth: way.length, node, branch })
    const next = (below.get(node.number) ?? []).flatMap(one => {
      const under = byNumber.get(one.below)
      return under && !way.includes(under.number) ? [{ node: under, branch: one }] : []
    })
    for (const one of next.sort((left, right) => byKindAndName(left.node, right.node)))
      write(one.node, one.branch, [...way, node.number])
  }
  const tops = nodes.filter(node => !hanging.has(node.number)).sort(byKindAndName)
  for (const top of tops) write(top, null, [])
  return lines
}

function byKindAndName(
  one: { readonly kind: string; readonly name: string; readonly number: string },
  other: { readonly kind: string; readonly name: string; readonly number: string },
): number {
  const isManager = (node: { readonly kind: string }) => (node.kind === 'manager-account' ? 0 : 1)
  return (
    isManager(one) - isManager(other) || one.name.localeCompare(other.name) || one.number.localeCompare(other.number)
  )
}
