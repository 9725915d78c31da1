import { sayCount } from '@famiglia/core'
import type { Schemas } from '../../reach/service'

export type Node = Schemas['Tree']['nodes'][number]
export type Branch = Schemas['Tree']['branches'][number]

/** Accounts of one owner under one manager account, told as one line while nobody opens it. */
export interface Folded {
  readonly key: string
  readonly above: string
  readonly owner: string
  readonly branches: readonly Branch[]
}

/** More accounts than that under one manager account are told owner by owner. */
const most = 14
/** As few of one owner stand by themselves all the same. */
const few = 3

/** Of what hangs under a manager account: the branches drawn by themselves, and the owners whose accounts are folded. */
export function fold(
  branches: readonly Branch[],
  ownerOf: (number: string) => Node | undefined,
  opened: ReadonlySet<string>,
): { readonly single: readonly Branch[]; readonly folded: readonly Folded[] } {
  const accounts = branches.filter(branch => ownerOf(branch.below)?.kind !== 'manager-account')
  if (accounts.length <= most) return { single: branches, folded: [] }
  const groups = new Map<string, Branch[]>()
  for (const branch of accounts) {
    const owner = ownerOf(branch.below)?.owner?.name ?? 'owners not told yet'
    groups.set(owner, [...(groups.get(owner) ?? []), branch])
  }
  const folded = [...groups].flatMap(([owner, held]): Folded[] => {
    const key = `${held[0]!.above} ${owner}`
    return held.length > few && !opened.has(key) ? [{ key, above: held[0]!.above, owner, branches: held }] : []
  })
  const hidden = new Set(folded.flatMap(one => one.branches))
  return { single: branches.filter(branch => !hidden.has(branch)), folded }
}

export function sayFolded({ owner, branches }: Folded): string {
  return `${sayCount(branches.length, 'account', 'accounts')} of ${owner}`
}
