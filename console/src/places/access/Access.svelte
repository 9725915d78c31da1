<script lang="ts">
  import { accessFilters, capitalised, sayFound, sayMany, type AccessFilter } from '@famiglia/core'
  import { SvelteSet } from 'svelte/reactivity'
  import { getActing } from '../../frame/acting-context'
  import Icon from '../../parts/Icon.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import Lists from '../lists/Lists.svelte'
  import AccessTabs from './AccessTabs.svelte'
  import { groupsOf } from './columns'
  import { GridRows, type GridCell, type GridRow } from './grid.svelte'
  import Grid from './Grid.svelte'
  import GridEntries from './GridEntries.svelte'
  import Why from './Why.svelte'

  const acting = getActing()
  const grid = new GridRows(acting)
  let chosen: { row: GridRow; cell: GridCell } | null = $state(null)
  /** The kind, or the owner, whose assets are shown alone. */
  let kind = $state('')
  const opened = new SvelteSet<string>()
  let width = $state(0)
  const assets = $derived(grid.assets)
  const groups = $derived(groupsOf(assets, kind || null, opened))
  const kinds = $derived(
    [...new Set(assets.map(asset => asset.owner ?? asset.noun))].map(key => {
      const of = assets.filter(asset => (asset.owner ?? asset.noun) === key)
      return { key, name: of[0]!.owner ?? capitalised(of.length > 1 ? sayMany(key) : key), count: of.length }
    }),
  )
  const count = $derived(grid.count(grid.filter))

  const show = (filter: AccessFilter | null) => (grid.filter = grid.filter === filter ? null : filter)
  const choose = (row: GridRow, cell: GridCell) => (chosen = { row, cell })
  const turn = (group: string) => (opened.has(group) ? opened.delete(group) : opened.add(group))
</script>

<svelte:window
  bind:innerWidth={width}
  onkeydown={event => {
    if (event.key === 'Escape') chosen = null
  }}
/>
<svelte:head><title>Access · Famiglia</title></svelte:head>
{#if acting.business && !acting.isAdmin}
  <Lists />
{:else}
  <main class="ledger all">
    <div class="span bar">
      <h1 class="margin">Who reaches what</h1>
      <div class="choosing">
        <div class="pills" role="group" aria-label="Show">
          {#each [null, ...accessFilters] as one (one)}
            <button class="pill" aria-pressed={grid.filter === one} onclick={() => show(one)}
              >{one ?? 'everyone'}{#if grid.count(one)}<b class="num">{grid.count(one)?.people}</b>{/if}</button
            >
          {/each}
        </div>
        <AccessTabs here="grid" />
      </div>
    </div>
    <div class="span bar">
      <p class="margin">{grid.filter ? 'the rest is dimmed' : ''}</p>
      <div class="choosing">
        <p class="entry" role="status">{count ? sayFound(grid.filter, count.people, count.outside) : ''}</p>
        <label class="only"
          >Assets <select class="select select-sm" bind:value={kind}>
            <option value="">all {assets.length}</option>
            {#each kinds as one (one.key)}<option value={one.key}>{one.name} ({one.count})</option>{/each}
          </select></label
        >
        <a class="btn btn-sm" href="/{acting.number}/bring-in">Bring in an asset</a>
      </div>
    </div>
    {#if grid.query.data}
      <div class={['wide body', { beside: chosen }]}>
        {#if width < 700}<div><GridEntries {grid} {choose} /></div>{:else}<Grid
            {grid}
            {groups}
            {chosen}
            {choose}
            {turn}
          />{/if}
        {#if chosen && assets[chosen.cell.column]}
          <Why row={chosen.row} cell={chosen.cell} asset={assets[chosen.cell.column]!} close={() => (chosen = null)} />
        {/if}
      </div>
      {#if grid.rows.length === 0}<p class="entry">{grid.filter ? 'Of nobody.' : 'Nobody is here yet.'}</p>{/if}
      {#if grid.query.isFetchingNextPage}<p class="note" role="status">
          <Icon name="clock" /> more are coming
        </p>{/if}
    {:else if grid.query.error}<div class="section"><Trouble error={grid.query.error} /></div>
    {:else}<Waiting />{/if}
  </main>
{/if}

<style>
  .all {
    --w: 200rem;
  }
  .bar {
    padding: 0.625rem 0;
    border-bottom: 1px solid var(--rule-strong);
    align-items: center;
  }
  .bar:first-child {
    border-bottom: none;
    padding-bottom: 0;
  }
  .choosing {
    display: flex;
    gap: 0.75rem 1.5rem;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
  }
  .choosing .entry {
    flex: 1 1 20rem;
  }
  .only {
    display: flex;
    gap: 0.5rem;
    align-items: center;
  }
  .only .select {
    width: auto;
    max-width: 12rem;
  }
  .pills {
    display: flex;
    gap: 0.375rem;
    flex-wrap: wrap;
  }
  .pill b {
    margin-left: 0.375rem;
    font-weight: 600;
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
  @media (max-width: 900px) {
    .body.beside {
      grid-template-columns: minmax(0, 1fr);
    }
    /* In sight wherever one has scrolled to. */
    .body.beside > :global(aside) {
      position: fixed;
      inset: auto 0 3.75rem 0;
      max-height: 65dvh;
      overflow: auto;
      z-index: 5;
      border-top: 2px solid var(--rule-strong);
    }
  }
</style>
