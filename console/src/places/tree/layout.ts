import { fold, sayFolded, type Branch, type Folded, type Node } from './fold'

/** One thing of the drawn tree with its place, in pixels. */
export interface Placed {
  readonly key: string
  readonly node: Node | null
  readonly folded: Folded | null
  readonly branch: Branch | null
  readonly name: string
  readonly isManager: boolean
  readonly x: number
  readonly y: number
}

/** A line from a manager account to what hangs under it. */
export interface Line {
  readonly key: string
  readonly d: string
  readonly tier: string | null
  readonly form: 'full' | 'beads' | 'dots'
}

export interface Drawing {
  readonly things: readonly Placed[]
  readonly lines: readonly Line[]
  readonly height: number
  /** From one manager account to the next, and to its accounts. */
  readonly step: number
  /** Where the names of the lowest begin, and how wide all of it is at least. */
  readonly leafX: number
  readonly leastWidth: number
}

const rowHeight = 28
const managerHeight = 62
/** What the names of accounts with their owners and notes take, and from one manager account to the next at least and at most. */
const leafWidth = 580
const [leastStep, mostStep] = [150, 236]

interface Twig {
  readonly node: Node | null
  readonly folded: Folded | null
  readonly branch: Branch | null
  readonly below: readonly Twig[]
}

/** Lays a tree out from left to right: each manager account in the middle of what hangs under it. */
export function layOut(
  tree: { readonly nodes: readonly Node[]; readonly branches: readonly Branch[] },
  opened: ReadonlySet<string>,
  width: number,
): Drawing {
  const tops = twigs(tree, opened)
  const step = Math.min(mostStep, Math.max(leastStep, (width - leafWidth) / Math.max(1, deepestOf(tops))))
  const things: Placed[] = []
  const lines: Line[] = []
  let deepest = 0
  const place = (twig: Twig, depth: number, top: number): { y: number; height: number } => {
    const isManager = twig.node?.kind === 'manager-account'
    deepest = Math.max(deepest, depth)
    let height = 0
    const middles: number[] = []
    for (const one of twig.below) {
      const placed = place(one, depth + 1, top + height)
      middles.push(placed.y)
      height += placed.height
    }
    const own = isManager ? managerHeight : rowHeight
    const whole = Math.max(own, height)
    const y = middles.length > 0 ? (middles[0]! + middles.at(-1)!) / 2 + (whole - height) / 2 : top + whole / 2
    const x = depth * step
    things.push({
      key: `${twig.branch?.above ?? ''} ${twig.node?.number ?? twig.folded!.key}`,
      node: twig.node,
      folded: twig.folded,
      branch: twig.branch,
      name: twig.folded ? sayFolded(twig.folded) : nameOf(twig.node!, twig.branch),
      isManager,
      x,
      y,
    })
    if (middles.length > 0)
      lines.push({
        key: `trunk ${twig.branch?.above ?? ''} ${twig.node!.number}`,
        d: `M${x + 6} ${y}H${x + step - 60}`,
        tier: twig.branch?.tier ?? 'steward',
        form: twig.branch ? formOf(twig.branch) : 'full',
      })
    middles.forEach((middle, index) => {
      const below = twig.below[index]!
      const to = middle + (whole - height) / 2
      const from = x + step - 60
      const end = x + step
      lines.push({
        key: `${twig.node!.number} ${below.node?.number ?? below.folded!.key}`,
        d: `M${from} ${y}C${from + 34} ${y} ${from + 22} ${to} ${end - 12} ${to}H${end}`,
        tier: below.branch?.tier ?? below.folded?.branches[0]?.tier ?? null,
        form: formOf(below.branch ?? below.folded!.branches[0]!),
      })
    })
    return { y, height: whole }
  }
  let height = 0
  for (const top of tops) height += place(top, 0, height).height
  return { things, lines, height, step, leafX: deepest * step, leastWidth: deepest * step + leafWidth }
}

function deepestOf(among: readonly Twig[]): number {
  return among.length === 0
    ? 0
    : Math.max(...among.map(twig => (twig.below.length > 0 ? 1 + deepestOf(twig.below) : 0)))
}

/** What something is called: by one’s own name for it, where one is not told its name yet. */
export function nameOf(node: Node, branch: Branch | null): string {
  return node.handle === null && branch?.label ? branch.label : node.name
}

export function formOf({ state }: Pick<Branch, 'state'>): Line['form'] {
  if (state === 'in force') return 'full'
  return state === 'waiting' ? 'beads' : 'dots'
}

function twigs(
  { nodes, branches }: { readonly nodes: readonly Node[]; readonly branches: readonly Branch[] },
  opened: ReadonlySet<string>,
): Twig[] {
  const byNumber = new Map(nodes.map(node => [node.number, node]))
  const below = new Map<string, Branch[]>()
  for (const branch of branches) below.set(branch.above, [...(below.get(branch.above) ?? []), branch])
  const grow = (node: Node, branch: Branch | null, way: readonly string[]): Twig => {
    const hanging = (below.get(node.number) ?? []).filter(one => byNumber.has(one.below) && !way.includes(one.below))
    const { single, folded } = fold(hanging, number => byNumber.get(number), opened)
    const grown = single
      .map(one => grow(byNumber.get(one.below)!, one, [...way, node.number]))
      .sort((one, other) => order(one) - order(other) || one.node!.name.localeCompare(other.node!.name))
    const groups = folded.map((one): Twig => ({ node: null, folded: one, branch: null, below: [] }))
    return { node, folded: null, branch, below: [...grown, ...groups] }
  }
  const hanging = new Set(branches.map(branch => branch.below))
  return nodes
    .filter(node => !hanging.has(node.number))
    .sort((one, other) => one.name.localeCompare(other.name))
    .map(node => grow(node, null, []))
}

/** What is in force stands first, then what waits, then what has not begun or is over; manager accounts above all. */
function order({ node, branch }: Twig): number {
  if (node?.kind === 'manager-account') return 0
  return ({ 'in force': 1, stopped: 2, waiting: 3, begins: 4, ended: 5 } as const)[branch!.state]
}
