import { expect, test } from 'vitest'
import { cellsIn, groupsOf, mostUnfolded } from './columns'
import type { GridAsset, GridCell, GridRow } from './grid.svelte'

const asset = (noun: string, at: number): GridAsset => ({
  number: `A-${noun}-${at}`,
  kind: noun,
  noun,
  text: `${noun}/${at}`,
  name: `${noun} ${at}`,
  inside: false,
  frozen: false,
  owner: null,
})
const assetsOf = (counts: Record<string, number>) =>
  Object.entries(counts).flatMap(([noun, count]) => Array.from({ length: count }, (_one, at) => asset(noun, at)))
const cell = (column: number, tier: string, marks: string[] = []): GridCell => ({
  column,
  tier,
  named: [],
  level: tier,
  how: 'own',
  hidden: [],
  until: null,
  marks,
})
const row = (...cells: GridCell[]) => ({ cells }) as unknown as GridRow

test('kinds are folded above 24 assets, opened one by one, and never where few are shown', () => {
  const few = groupsOf(assetsOf({ page: mostUnfolded }), null, new Set())
  expect(few.map(group => [group.fold, group.columns.length])).toEqual([[null, mostUnfolded]])
  const many = assetsOf({ page: 24, tag: 1, channel: 4 })
  expect(
    groupsOf(many, null, new Set(['channel'])).map(({ name, fold, columns }) => [name, fold, columns.length]),
  ).toEqual([
    ['Pages', 'folded', 1],
    ['Tag', null, 1],
    ['Channels', 'open', 4],
  ])
  expect(groupsOf(many, 'channel', new Set()).map(({ columns }) => columns.length)).toEqual([4])
})

test('a folded column shows the strongest, what a filter is about before all, and how many more there are', () => {
  const columns = groupsOf(assetsOf({ page: 24, tag: 1 }), null, new Set()).flatMap(group => group.columns)
  const held = row(cell(0, 'watch', ['sees revenue']), cell(3, 'run'), cell(24, 'draft'))
  const all = cellsIn(held, columns, () => true)
  expect([...all].map(([column, { cell: shown, more }]) => [column, shown.tier, more])).toEqual([
    [0, 'run', 1],
    [1, 'draft', 0],
  ])
  const lit = cellsIn(held, columns, one => one.marks.includes('sees revenue'))
  expect(lit.get(0)?.cell.tier).toBe('watch')
})
