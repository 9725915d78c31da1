import { capitalised, sayMany } from '@famiglia/core'
import type { GridAsset, GridCell, GridRow } from './grid.svelte'

/** A column as it is shown: an asset, or all assets of a kind folded into one. */
export interface Column {
  readonly key: string
  readonly name: string
  /** The assets it stands for, by their places in the grid. */
  readonly at: readonly number[]
  readonly asset: GridAsset | null
}

/** Columns that belong together: of one kind, or held from one business. */
export interface Group {
  readonly key: string
  readonly name: string
  /** Whether it can be folded, and is. */
  readonly fold: 'folded' | 'open' | null
  readonly columns: readonly Column[]
}

/** What a row has in a column: the strongest, and how many more are behind a folded one. */
export interface Shown {
  readonly cell: GridCell
  readonly more: number
}

/** With more assets than that, kinds are folded until they are opened. */
export const mostUnfolded = 24

const keyOf = (asset: GridAsset) => asset.owner ?? asset.noun

export function groupsOf(assets: readonly GridAsset[], chosen: string | null, opened: ReadonlySet<string>): Group[] {
  const byKey = new Map<string, number[]>()
  assets.forEach((asset, index) => byKey.set(keyOf(asset), [...(byKey.get(keyOf(asset)) ?? []), index]))
  const shown = [...byKey].filter(([key]) => chosen === null || key === chosen)
  const isMany = shown.reduce((sum, [, at]) => sum + at.length, 0) > mostUnfolded
  return shown.map(([key, at]) => {
    const { owner, noun } = assets[at[0]!]!
    const many = owner ?? capitalised(sayMany(noun))
    const fold = isMany && at.length > 1 ? (opened.has(key) ? 'open' : 'folded') : null
    const folded: Column = { key, name: owner ?? `${at.length} ${sayMany(noun)}`, at, asset: null }
    return {
      key,
      name: at.length > 1 ? many : (owner ?? capitalised(noun)),
      fold,
      columns: fold === 'folded' ? [folded] : at.map(one => columnOf(assets[one]!, one)),
    }
  })
}

function columnOf(asset: GridAsset, at: number): Column {
  return { key: asset.number, name: asset.inside ? `› ${asset.name}` : asset.name, at: [at], asset }
}

const strength = ['watch', 'draft', 'run', 'steward']

/** What a row has, column by column: what a filter is about comes before what is stronger. */
export function cellsIn(
  row: GridRow,
  columns: readonly Column[],
  isMeant: (cell: GridCell) => boolean,
): Map<number, Shown> {
  const column = new Map(columns.flatMap(({ at }, index) => at.map(one => [one, index] as const)))
  const weight = (cell: GridCell) => (isMeant(cell) ? 10 : 0) + strength.indexOf(cell.tier ?? '')
  const found = new Map<number, Shown>()
  for (const cell of row.cells) {
    const index = column.get(cell.column)
    if (index === undefined) continue
    const before = found.get(index)
    if (!before) found.set(index, { cell, more: 0 })
    else found.set(index, { cell: weight(cell) > weight(before.cell) ? cell : before.cell, more: before.more + 1 })
  }
  return found
}
