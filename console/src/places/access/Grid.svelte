<script lang="ts">
  import { createVirtualizer } from '@tanstack/svelte-virtual'
  import { get } from 'svelte/store'
  import { untrack } from 'svelte'
  import { getActing } from '../../frame/acting-context'
  import TierMark from '../../parts/TierMark.svelte'
  import { cellsIn, type Group } from './columns'
  import type { GridCell, GridRow, GridRows } from './grid.svelte'
  import Legend from './Legend.svelte'

  /** The grid itself: it fills the page and scrolls alone. Of rows and columns only those in sight are drawn. */
  interface Props {
    grid: GridRows
    groups: readonly Group[]
    chosen: { row: GridRow; cell: GridCell } | null
    choose: (row: GridRow, cell: GridCell) => void
    turn: (group: string) => void
  }
  /** What the mark of a cell without a tier shows is said with it: `1 right: `. */
  const counted = ({ tier, named }: GridCell) =>
    tier ? '' : `${named.length} ${named.length === 1 ? 'right' : 'rights'}: `
  let { grid, groups, chosen, choose, turn }: Props = $props()

  const acting = getActing()
  const rowHeight = 33
  const columnsAtOnce = 8
  /** Room behind the last column for its slanted name. */
  const behind = 112
  let scroller: HTMLDivElement | undefined = $state()

  const lines = $derived(grid.lines)
  const columns = $derived(groups.flatMap(group => group.columns))
  const starts = $derived(
    groups.map((_group, index) => groups.slice(0, index).reduce((sum, { columns: own }) => sum + own.length, 0)),
  )
  /** The own ones come first, then those held from others. */
  const owned = $derived(columns.filter(({ at }) => grid.assets[at[0]!]?.owner === null).length)

  const rows = createVirtualizer<HTMLDivElement, HTMLDivElement>({
    count: 0,
    getScrollElement: () => scroller ?? null,
    estimateSize: () => rowHeight,
    overscan: 6,
  })
  $effect(() => {
    const count = lines.length
    const element = scroller
    untrack(() => {
      get(rows).setOptions({ count, getScrollElement: () => element ?? null })
      look()
    })
  })
  const shown = $derived($rows.getVirtualItems())

  /** Which columns are in sight, and some to either side; and how wide the sheet is, of which names take what is free. */
  let inSight = $state({ first: 0, last: 60 })
  let width = $state(0)
  /** The page's margin and what parts it from the rest: the first column stands where text begins elsewhere. */
  const margin = 192
  const columnWidth = $derived(
    Math.round(Math.min(Math.max((width - margin - behind) / Math.max(columns.length, 1), 48), 72)),
  )
  const free = $derived(width - columns.length * columnWidth - behind)
  const longest = $derived(
    Math.max(0, ...grid.rows.map(({ name, note, of }) => 8.5 * name.length + 7 * (note ?? '').length + (of ? 16 : 0))) +
      36,
  )
  const name = $derived(width < 700 ? 144 : Math.max(margin, Math.min(longest, free, 400)))
  function look(): void {
    if (!scroller) return
    const first = Math.floor(scroller.scrollLeft / columnWidth / columnsAtOnce) * columnsAtOnce
    const last = first + Math.ceil(scroller.clientWidth / columnWidth) + columnsAtOnce
    if (inSight.first !== first - columnsAtOnce || inSight.last !== last)
      inSight = { first: first - columnsAtOnce, last }
  }
  // It narrows when something is opened beside it, too, not with the window alone.
  $effect(() => {
    if (width > 0) look()
  })
  // What is opened stays in sight with its column’s name, though what opens beside it takes its room.
  $effect(() => {
    const column = chosen ? columns.findIndex(({ at }) => at.includes(chosen.cell.column)) : -1
    if (column < 0 || !scroller) return
    const least = name + (column + 1) * columnWidth + behind - width
    scroller.scrollLeft = Math.min(Math.max(scroller.scrollLeft, least), column * columnWidth)
  })
  const isInSight = (column: number) => column >= inSight.first && column <= inSight.last
  $effect(() => {
    const last = shown.at(-1)
    if (last && last.index > lines.length - 20 && grid.query.hasNextPage && !grid.query.isFetchingNextPage)
      void grid.query.fetchNextPage()
  })

  const left = (column: number) => `calc(var(--name) + ${column * columnWidth}px)`
  const isSoon = (cell: GridCell) =>
    cell.until !== null && new Date(cell.until).getTime() - Date.now() < 30 * 86_400_000
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
  class="scroller"
  bind:this={scroller}
  bind:clientWidth={width}
  onscroll={look}
  tabindex="0"
  role="table"
  aria-label="Who reaches what"
  style:--name="{name}px"
  style:--column="{columnWidth}px"
>
  <div class="sheetless" style:width="calc(var(--name) + {columns.length * columnWidth + behind}px)">
    <div class="heads" role="row">
      <div class="legend" role="columnheader"><Legend /></div>
      {#each columns as column, index (column.key)}
        {#if isInSight(index)}<span
            class="slanted"
            role="columnheader"
            style:left="calc(var(--name) + {(index + 0.5) * columnWidth - 8}px)"
            title={column.asset ? `${column.asset.name}, ${column.asset.noun}` : column.name}
            ><bdi
              >{#if column.asset && !column.asset.owner}<a href="/{acting.number}/assets/{column.asset.number}"
                  >{column.name}</a
                >{:else}{column.name}{/if}</bdi
            ></span
          >{/if}
      {/each}
      {#each groups as group, index (group.key)}
        <span
          class="kind"
          style:left={left(starts[index]!)}
          style:width="{group.columns.length * columnWidth}px"
          title={group.name}
          >{#if group.fold}<button
              aria-expanded={group.fold === 'open'}
              aria-label="{group.name}: {group.fold === 'open' ? 'fold' : 'open'}"
              onclick={() => turn(group.key)}
              >{#if group.fold === 'folded'}▸{:else}▾ {group.name}{/if}</button
            >{:else}{group.name}{/if}</span
        >
      {/each}
    </div>
    <div class="lines" style:height="{$rows.getTotalSize()}px">
      {#each shown as item (item.key)}
        {@const line = lines[item.index]}
        {#if line && 'head' in line}
          <div class="section-head" role="row" style:transform="translateY({item.start}px)">
            <span role="cell">{line.head}</span>
          </div>
        {:else if line}
          {@const row = line.row}
          {@const cells = cellsIn(row, columns, cell => grid.isMeant(cell))}
          <div class="line" role="row" style:transform="translateY({item.start}px)">
            <span class={['name', { under: row.kind === 'outsider' }]} role="rowheader" title={row.name}>
              {#if row.kind === 'person'}<a href="/{acting.number}/people/{row.key}" dir="auto">{row.name}</a>
              {:else if row.kind === 'partner'}<a href="/{acting.number}/partners/{row.key}" dir="auto"
                  ><b>{row.name}</b></a
                >
              {:else if row.kind === 'outsider'}<a href="/{acting.number}/partners/{row.of}" dir="auto">{row.name}</a>
              {:else if row.kind === 'team'}<a href="/{acting.number}/groups?team={row.key}" dir="auto">{row.name}</a>
              {:else}<a href="/{acting.number}/proposals/{row.key}" dir="auto">{row.name}</a>{/if}
              {#if row.note && row.kind !== 'invited'}<small title={row.note}>{row.note}</small>{/if}
              {#if !row.secondProof}<span class="lacks" title="no second step"
                  >!<span class="sr-only">no second step</span></span
                >{/if}
            </span>
            {#if row.everything}
              <span
                class="everything"
                role="cell"
                style:width={owned < columns.length ? `${Math.max(owned, 1) * columnWidth - 24}px` : undefined}
                ><TierMark tier="steward" />{#if owned >= 6}<i>everything the business owns, as admin</i>{/if}<u
                ></u></span
              >
            {/if}
            {#if !row.everything || row.cells.length > 0}
              {#each [...cells].filter(([column]) => isInSight(column)) as [column, { cell, more }] (column)}
                {@const asset = grid.assets[cell.column]}
                <span class="cell" role="cell" style:left={left(column)}>
                  <button
                    class={{
                      soon: isSoon(cell),
                      dim: !grid.isMeant(cell),
                      chosen:
                        chosen?.row.key === row.key && chosen.row.of === row.of && chosen.cell.column === cell.column,
                    }}
                    aria-label="{row.name} on {asset?.name}: {counted(cell)}{cell.level}{more > 0
                      ? `, and ${more} more`
                      : ''}"
                    onclick={() =>
                      more > 0
                        ? turn(groups.find(one => one.columns.includes(columns[column]!))!.key)
                        : choose(row, cell)}
                    ><TierMark
                      tier={cell.tier}
                      actions={cell.named.length}
                      how={cell.how}
                      hidesRevenue={cell.hidden.includes('revenue')}
                    />{#if more > 0}<small>{more}</small>{/if}</button
                  >
                </span>
              {/each}
              {#if row.cells.length === 0}<span class="nothing" role="cell">nothing yet</span>{/if}
            {/if}
          </div>
        {/if}
      {/each}
    </div>
  </div>
</div>

<style>
  .scroller {
    overflow: auto;
    height: calc(100dvh - 12.5rem);
    position: relative;
    z-index: 1;
  }
  .sheetless {
    min-width: 100%;
  }
  .heads {
    position: sticky;
    top: 0;
    z-index: 2;
    height: 13.25rem;
    background: var(--color-base-200);
    border-bottom: 1px solid var(--rule-strong);
  }
  .legend {
    position: sticky;
    left: 0;
    width: var(--name);
    height: 100%;
    padding-top: 0.75rem;
    font-size: 0.875rem;
    background: var(--color-base-200);
    z-index: 1;
    white-space: nowrap;
  }
  .slanted {
    position: absolute;
    bottom: 2rem;
    transform: rotate(-50deg);
    transform-origin: left bottom;
    white-space: nowrap;
    max-width: 13.5rem;
    overflow: hidden;
    text-overflow: ellipsis;
    font-size: 0.875rem;
    line-height: 1.25rem;
  }
  .slanted a {
    text-decoration: none;
  }
  .kind {
    position: absolute;
    bottom: 0;
    padding: 0.125rem 0 0.125rem 0.1875rem;
    border-left: 1px solid var(--rule);
    font: italic 400 0.8125rem/1.25rem var(--font-serif);
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .kind button {
    cursor: pointer;
    font: inherit;
    width: 100%;
    text-align: left;
  }
  .lines {
    position: relative;
  }
  .line,
  .section-head {
    position: absolute;
    top: 0;
    left: 0;
    width: 100%;
    height: 33px;
    border-bottom: 1px solid var(--rule);
  }
  .line {
    background: repeating-linear-gradient(to right, var(--rule) 0 1px, transparent 1px var(--column)) calc(var(--name))
      0 no-repeat;
    background-size: calc(100% - var(--name)) 100%;
  }
  .section-head {
    border-color: var(--rule-strong);
    font: italic 400 1.0625rem/2rem var(--font-serif);
    color: var(--ink-2);
  }
  .section-head span {
    position: sticky;
    left: 0;
  }
  .name {
    position: sticky;
    left: 0;
    display: flex;
    gap: 0.3125rem;
    align-items: baseline;
    width: var(--name);
    padding-right: 1.25rem;
    height: 100%;
    line-height: 2rem;
    background: var(--color-base-200);
    white-space: nowrap;
    overflow: hidden;
    z-index: 1;
  }
  .name.under {
    padding-left: 1rem;
  }
  .name a {
    text-decoration: none;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .name a:hover {
    text-decoration: underline;
  }
  .name small {
    flex: 0 1000 auto;
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    font-size: 0.8125rem;
    color: var(--ink-2);
  }
  .lacks {
    font-weight: 700;
    color: var(--color-warning);
  }
  .cell {
    position: absolute;
    top: 0;
    width: var(--column);
    height: 32px;
    display: grid;
    place-items: center;
  }
  .cell button {
    display: flex;
    justify-content: center;
    align-items: center;
    gap: 1px;
    width: 44px;
    height: 30px;
    cursor: pointer;
    border-radius: 2px;
    position: relative;
  }
  .cell small {
    font-size: 0.75rem;
  }
  .cell button:hover {
    background: var(--wash);
  }
  .cell .dim {
    opacity: 0.32;
  }
  .cell .chosen {
    background: var(--wash);
    outline: 2px solid var(--color-primary);
  }
  .soon::after {
    content: '';
    position: absolute;
    bottom: 0;
    left: 10px;
    right: 10px;
    height: 3px;
    background: var(--color-warning);
  }
  .everything {
    position: absolute;
    top: 0;
    left: calc(var(--name) + 12px);
    right: 90px;
    height: 32px;
    display: flex;
    gap: 0.75rem;
    align-items: center;
    background: var(--color-base-200);
  }
  .everything i {
    font: italic 400 1rem/1.5rem var(--font-serif);
    white-space: nowrap;
  }
  .everything u {
    flex: 1;
    border-top: 1px solid currentColor;
  }
  .nothing {
    position: absolute;
    left: calc(var(--name) + 12px);
    line-height: 2rem;
    color: var(--ink-2);
    font-size: 0.875rem;
    background: var(--color-base-200);
    padding-right: 1rem;
  }
</style>
