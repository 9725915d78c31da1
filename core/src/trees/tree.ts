import { deepestTree } from '../access/index.ts'
import { sayCount } from '../words/index.ts'

/** An account or a manager account, as trees look at it. */
export interface TreeNode {
  readonly id: string
  readonly name: string
  readonly isManager: boolean
}

/** What hangs under which manager account. */
export interface Branch {
  readonly below: TreeNode
  readonly above: TreeNode
}

export interface Unfit {
  readonly code: 'link.loop' | 'link.too-deep' | 'link.under-itself'
  /** The way that it would close or make too long, from the lowest up, by name. */
  readonly way: readonly string[]
}

/**
 * Why something cannot hang under a manager account, beside all that hangs there already; null where it can: nothing
 * hangs under itself, by any way, and no account has more than six manager accounts above it on one way.
 */
export function whyUnfit(branches: readonly Branch[], { below, above }: Branch): Unfit | null {
  if (below.id === above.id) return { code: 'link.under-itself', way: [below.name] }
  const back = wayUp(branches, above, below.id)
  if (back) return { code: 'link.loop', way: back.map(node => node.name) }
  const way = [...longestDown(branches, below).toReversed(), ...longestUp(branches, above)]
  const managers = way.filter(node => node.isManager).length
  return managers > deepestTree ? { code: 'link.too-deep', way: way.map(node => node.name) } : null
}

/** What is wrong with it, in words, naming the way. */
export function sayUnfit({ code, way }: Unfit): string {
  const said = way.join(' › ')
  if (code === 'link.under-itself') return `${said} cannot hang under itself.`
  if (code === 'link.loop') return `That would be a loop: ${way[0]} hangs under ${way.at(-1)} already (${said}).`
  return `That would be more than ${sayCount(deepestTree, 'manager account')} one above another: ${said}.`
}

/** A way from a node up to another, both included; null where there is none. */
function wayUp(branches: readonly Branch[], from: TreeNode, to: string): TreeNode[] | null {
  const waysTo = new Map<string, TreeNode[]>([[from.id, [from]]])
  const open = [from]
  for (let node = open.shift(); node; node = open.shift()) {
    const way = waysTo.get(node.id)!
    if (node.id === to) return way
    for (const { above } of branches.filter(branch => branch.below.id === node!.id))
      if (!waysTo.has(above.id)) {
        waysTo.set(above.id, [...way, above])
        open.push(above)
      }
  }
  return null
}

function longestUp(branches: readonly Branch[], node: TreeNode): TreeNode[] {
  return longest(node, one => branches.filter(({ below }) => below.id === one.id).map(({ above }) => above))
}

function longestDown(branches: readonly Branch[], node: TreeNode): TreeNode[] {
  return longest(node, one => branches.filter(({ above }) => above.id === one.id).map(({ below }) => below))
}

/** The way on with most manager accounts, from a node on; each node is worked out once, since there are no loops. */
function longest(from: TreeNode, next: (node: TreeNode) => TreeNode[]): TreeNode[] {
  const known = new Map<string, TreeNode[]>()
  const managersOn = (way: readonly TreeNode[]) => way.filter(node => node.isManager).length
  const waysFrom = (node: TreeNode): TreeNode[] => {
    const before = known.get(node.id)
    if (before) return before
    const beyond = next(node)
      .map(waysFrom)
      .reduce<TreeNode[]>((most, way) => (managersOn(way) > managersOn(most) ? way : most), [])
    const way = [node, ...beyond]
    known.set(node.id, way)
    return way
  }
  return waysFrom(from)
}
