import type { Branch, Node } from './fold'

/** The part of a tree that one manager account stands in: the ways up from it, and all that hangs under it. */
export function subtree(
  { nodes, branches }: { readonly nodes: readonly Node[]; readonly branches: readonly Branch[] },
  number: string,
): { nodes: Node[]; branches: Branch[] } {
  const walk = (from: 'below' | 'above', to: 'below' | 'above') => {
    const met = new Set([number])
    const found = new Set<Branch>()
    for (let open = [number]; open.length > 0;) {
      const next = branches.filter(branch => open.includes(branch[from]) && !found.has(branch))
      for (const branch of next) found.add(branch)
      open = next.map(branch => branch[to]).filter(one => !met.has(one))
      for (const one of open) met.add(one)
    }
    return found
  }
  const kept = new Set([...walk('below', 'above'), ...walk('above', 'below')])
  const known = new Set([number, ...[...kept].flatMap(branch => [branch.below, branch.above])])
  return { nodes: nodes.filter(node => known.has(node.number)), branches: branches.filter(branch => kept.has(branch)) }
}
