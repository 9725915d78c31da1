<script lang="ts">
  import { createVirtualizer } from '@tanstack/svelte-virtual'
  import { accessFilters, capitalised, sayMany } from '@famiglia/core'
  import { get } from 'svelte/store'
  import { untrack } from 'svelte'
  import { getActing } from '../../frame/acting-context'
  import Icon from '../../parts/Icon.svelte'
  import TierMark from '../../parts/TierMark.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import Lists from '../lists/Lists.svelte'
  import AccessTabs from './AccessTabs.svelte'
  import { GridRows, type GridCell, type GridRow } from './grid.svelte'
  import Why from './Why.svelte'

  const acting = getActing()
  const grid = new GridRows(acting)
  const rowHeight = 33
  const columnWidth = 48
  const columnsAtOnce = 8
  let scroller: HTMLDivElement | undefined = $state()
  let chosen: { row: GridRow; cell: GridCell } | null = $state(null)

  const lines = $derived(grid.lines)
  const assets = $derived(grid.assets)
  /** The own ones come first, then those held from others. */
  const owned = $derived(assets.filter(asset => asset.owner === null).length)
  const groups = $derived.by(() => {
    const found: { noun: string; name: string; from: number; count: number }[] = []
    assets.forEach((asset, index) => {
      const last = found.at(-1)
      const noun = asset.owner ?? asset.noun
      if (last?.noun === noun) {
        last.count++
        last.name = asset.owner ?? capitalised(sayMany(noun))
      } else found.push({ noun, name: asset.owner ?? capitalised(noun), from: index, count: 1 })
    })
    return found
  })

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

  /** Which columns are in sight, and some to either side: as with the rows, only these are drawn. */
  let inSight = $state({ first: 0, last: 60 })
  function look(): void {
    if (!scroller) return
    const first = Math.floor(scroller.scrollLeft / columnWidth / columnsAtOnce) * columnsAtOnce
    const last = first + Math.ceil(scroller.clientWidth / columnWidth) + columnsAtOnce
    if (inSight.first !== first - columnsAtOnce || inSight.last !== last)
      inSight = { first: first - columnsAtOnce, last }
  }
  const isInSight = (column: number) => column >= inSight.first && column <= inSight.last
  $effect(() => {
    const last = shown.at(-1)
    if (last && last.index > lines.length - 20 && grid.query.hasNextPage && !grid.query.isFetchingNextPage)
      void grid.query.fetchNextPage()
  })

  const isSoon = (cell: GridCell) =>
    cell.until !== null && new Date(cell.until).getTime() - Date.now() < 30 * 86_400_000
</script>

<svelte:window onresize={look} />
<svelte:head><title>Access · Famiglia</title></svelte:head>
{#if acting.business && !acting.isAdmin}
  <Lists />
{:else}
  <main class="ledger">
    <div class="span bar">
      <h1 class="margin">Who reaches what</h1>
      <div class="choosing">
        <div class="pills" role="group" aria-label="Show">
          <button class="pill" aria-pressed={grid.filter === null} onclick={() => (grid.filter = null)}>everyone</button
          >
          {#each accessFilters as one (one)}<button
              class="pill"
              aria-pressed={grid.filter === one}
              onclick={() => (grid.filter = grid.filter === one ? null : one)}>{one}</button
            >{/each}
        </div>
        <AccessTabs here="grid" />
        <a class="btn btn-sm" href="/{acting.number}/bring-in">Bring in an asset</a>
      </div>
    </div>
    {#if grid.query.data}
      <div class={['wide body', { beside: chosen }]}>
        <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
        <div
          class="scroller"
          bind:this={scroller}
          onscroll={look}
          tabindex="0"
          role="table"
          aria-label="Who reaches what"
        >
          <div class="sheetless" style:width="calc(var(--name) + {Math.max(assets.length, 12) * columnWidth + 90}px)">
            <div class="heads" role="row">
              <div class="legend" role="columnheader">
                <span><TierMark tier="run" size="s" /> own grant</span>
                <span><TierMark tier="run" how="waiting" size="s" /> waiting</span>
                <span><TierMark tier="run" how="through" size="s" /> through another</span>
                <span><TierMark tier="run" how="idle" size="s" /> not in force</span>
                <span><TierMark tier={null} actions={2} size="s" /> actions by name</span>
              </div>
              {#each assets as asset, index (asset.number)}
                {#if isInSight(index)}<span
                    class="slanted"
                    role="columnheader"
                    style:left="calc(var(--name) + {index * columnWidth + 16}px)"
                    title="{asset.name}, {asset.noun}"
                    >{#if asset.owner}<span class="held">{asset.name}</span>{:else}<a
                        href="/{acting.number}/assets/{asset.number}">{asset.inside ? '› ' : ''}{asset.name}</a
                      >{/if}</span
                  >{/if}
              {/each}
              {#each groups as group (group.from)}
                <span
                  class="kind"
                  aria-hidden="true"
                  title={group.noun}
                  style:left="calc(var(--name) + {group.from * columnWidth}px)"
                  style:width="{group.count * columnWidth}px">{group.name}</span
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
                  <div class="line" role="row" style:transform="translateY({item.start}px)">
                    <span class="name" role="rowheader">
                      {#if row.kind === 'person'}<a href="/{acting.number}/people/{row.key}">{row.name}</a>
                      {:else if row.kind === 'partner'}<a href="/{acting.number}/partners/{row.key}">{row.name}</a>
                      {:else if row.kind === 'team'}<a href="/{acting.number}/groups?team={row.key}">{row.name}</a>
                      {:else}<span class="plain" title={row.name}>{row.name}</span>{/if}
                      {#if row.note && row.kind !== 'invited'}<small title={row.note}>{row.note}</small>{/if}
                      {#if !row.secondProof}<span class="due" title="no second step"
                          >!<span class="sr-only">no second step</span></span
                        >{/if}
                    </span>
                    {#if row.everything}
                      <span
                        class="everything"
                        role="cell"
                        style:width={owned < assets.length ? `${Math.max(owned, 1) * columnWidth - 24}px` : undefined}
                        ><TierMark tier="steward" />{#if owned >= 6}<i>everything the business owns, as admin</i>{/if}<u
                        ></u></span
                      >
                    {/if}
                    {#if !row.everything || row.cells.length > 0}
                      {#each row.cells.filter(cell => isInSight(cell.column)) as cell (cell.column)}
                        <span class="cell" role="cell" style:left="calc(var(--name) + {cell.column * columnWidth}px)">
                          <button
                            class={{
                              soon: isSoon(cell),
                              chosen: chosen?.row.key === row.key && chosen.cell.column === cell.column,
                            }}
                            aria-label="{row.name} on {assets[cell.column]?.name}: {cell.level}"
                            onclick={() => (chosen = { row, cell })}
                            ><TierMark tier={cell.tier} actions={cell.named.length} how={cell.how} /></button
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
        {#if chosen && assets[chosen.cell.column]}
          <Why row={chosen.row} cell={chosen.cell} asset={assets[chosen.cell.column]!} close={() => (chosen = null)} />
        {/if}
      </div>
      {#if lines.length === 0}<p class="entry">{grid.filter ? 'Of nobody.' : 'Nobody is here yet.'}</p>{/if}
      {#if grid.query.isFetchingNextPage}<p class="note" role="status">
          <Icon name="clock" /> more are coming
        </p>{/if}
    {:else if grid.query.error}<div class="section"><Trouble error={grid.query.error} /></div>
    {:else}<Waiting />{/if}
  </main>
{/if}

<style>
  .bar {
    padding: 0.875rem 0;
    border-bottom: 1px solid var(--rule-strong);
    align-items: center;
  }
  .choosing {
    display: flex;
    gap: 0.75rem 1.5rem;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
  }
  .pills {
    display: flex;
    gap: 0.375rem;
    flex-wrap: wrap;
  }
  .pill {
    border: 1px solid var(--rule-strong);
    border-radius: 1rem;
    padding: 0.125rem 0.75rem;
    font-size: 0.9375rem;
    line-height: 1.5rem;
    cursor: pointer;
  }
  .pill:hover {
    background: var(--wash);
  }
  .pill[aria-pressed='true'] {
    background: var(--color-base-content);
    color: var(--color-base-200);
  }
  .body {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 1.5rem;
    align-items: start;
  }
  .body.beside {
    grid-template-columns: minmax(0, 1fr) 23rem;
  }
  .scroller {
    --name: 13rem;
    overflow: auto;
    height: calc(100dvh - 10.5rem);
    position: relative;
  }
  .heads {
    position: sticky;
    top: 0;
    z-index: 2;
    height: 9.5rem;
    background: var(--color-base-200);
    border-bottom: 1px solid var(--rule-strong);
  }
  .legend {
    position: sticky;
    left: 0;
    width: var(--name);
    display: grid;
    gap: 0;
    padding-top: 0.75rem;
    font-size: 0.875rem;
    background: var(--color-base-200);
    z-index: 1;
  }
  .slanted {
    position: absolute;
    bottom: 2rem;
    transform: rotate(-50deg);
    transform-origin: left bottom;
    white-space: nowrap;
    max-width: 9.75rem;
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
    font: italic 400 0.75rem/1.25rem var(--font-serif);
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
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
    background: repeating-linear-gradient(to right, var(--rule) 0 1px, transparent 1px 48px) calc(var(--name)) 0
      no-repeat;
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
    padding-right: 2.75rem;
    height: 100%;
    line-height: 2rem;
    background: var(--color-base-200);
    white-space: nowrap;
    overflow: hidden;
    z-index: 1;
  }
  .name a,
  .plain {
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
  .name .due {
    font-weight: 700;
  }
  .cell {
    position: absolute;
    top: 0;
    width: 48px;
    height: 32px;
    display: grid;
    place-items: center;
  }
  .cell button {
    display: grid;
    place-items: center;
    width: 44px;
    height: 30px;
    cursor: pointer;
    border-radius: 2px;
    position: relative;
  }
  .cell button:hover {
    background: var(--wash);
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
  @media (max-width: 900px) {
    .scroller {
      --name: 9rem;
      height: calc(100dvh - 16rem);
    }
    .body.beside {
      grid-template-columns: minmax(0, 1fr);
    }
    .body.beside > :global(aside) {
      order: -1;
    }
  }
</style>
