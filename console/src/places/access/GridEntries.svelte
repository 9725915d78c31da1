<script lang="ts">
  import { getActing } from '../../frame/acting-context'
  import More from '../../parts/More.svelte'
  import TierMark from '../../parts/TierMark.svelte'
  import type { GridCell, GridRow, GridRows } from './grid.svelte'

  /** The grid on a phone: person by person, or asset by asset, each with their marks. */
  let { grid, choose }: { grid: GridRows; choose: (row: GridRow, cell: GridCell) => void } = $props()

  const acting = getActing()
  let by: 'person' | 'asset' = $state('person')
  const assets = $derived(
    grid.assets
      .map((asset, column) => ({
        asset,
        holders: grid.rows.flatMap(row => {
          const cell = row.cells.find(one => one.column === column)
          return cell && grid.isMeant(cell) ? [{ row, cell }] : []
        }),
      }))
      .filter(({ holders }) => holders.length > 0),
  )
  const meant = (row: GridRow) => row.cells.filter(cell => grid.isMeant(cell))
</script>

{#snippet mark(row: GridRow, cell: GridCell, name: string)}
  <button class="mk" onclick={() => choose(row, cell)}
    ><TierMark
      tier={cell.tier}
      actions={cell.named.length}
      how={cell.how}
      hidesRevenue={cell.hidden.includes('revenue')}
    /><span dir="auto">{name}</span></button
  >
{/snippet}

<div class="pills" role="group" aria-label="Sorted">
  <button class="pill" aria-pressed={by === 'person'} onclick={() => (by = 'person')}>by person</button>
  <button class="pill" aria-pressed={by === 'asset'} onclick={() => (by = 'asset')}>by asset</button>
</div>
{#if by === 'person'}
  {#each grid.lines as line, index (index)}
    {#if 'head' in line}<h2>{line.head}</h2>
    {:else}
      {@const row = line.row}
      <section class={{ under: row.kind === 'outsider' }}>
        <h3 dir="auto">
          {#if row.kind === 'person'}<a href="/{acting.number}/people/{row.key}">{row.name}</a>
          {:else if row.kind === 'partner'}<a href="/{acting.number}/partners/{row.key}">{row.name}</a>
          {:else}{row.name}{/if}
          {#if row.note && row.kind !== 'invited'}<small>{row.note}</small>{/if}
          {#if !row.secondProof}<small class="due">no second step</small>{/if}
        </h3>
        {#if row.everything}<p class="mk"><TierMark tier="steward" /> everything the business owns, as admin</p>{/if}
        {#each meant(row) as cell (cell.column)}{@render mark(
            row,
            cell,
            grid.assets[cell.column]?.name ?? '',
          )}{:else}{#if !row.everything}<p class="note">nothing yet</p>{/if}{/each}
      </section>
    {/if}
  {/each}
{:else}
  {#each assets as { asset, holders } (asset.number)}
    <section>
      <h3 dir="auto">
        {#if asset.owner}{asset.name} <small>of {asset.owner}</small>{:else}<a
            href="/{acting.number}/assets/{asset.number}">{asset.name}</a
          > <small>{asset.noun}</small>{/if}
      </h3>
      {#each holders as { row, cell } (row.kind + row.key + (row.of ?? ''))}{@render mark(row, cell, row.name)}{/each}
    </section>
  {/each}
{/if}
{#if by === 'asset' && grid.query.hasNextPage}<p class="note">Of the first {grid.rows.length} people and teams.</p>{/if}
<More list={grid.query} />

<style>
  .pills {
    display: flex;
    gap: 0.375rem;
    margin: 0.75rem 0;
  }
  h2 {
    font: italic 400 1.125rem/1.75rem var(--font-serif);
    color: var(--ink-2);
    margin-top: 1rem;
  }
  section {
    padding: 0.625rem 0;
    border-top: 1px solid var(--rule);
  }
  .under {
    padding-left: 1rem;
  }
  h3 {
    font: 600 1.0625rem/1.5rem var(--font-serif);
    overflow-wrap: anywhere;
  }
  small {
    font: 400 0.875rem/1.25rem var(--font-sans);
    color: var(--ink-2);
    margin-left: 0.375rem;
  }
  .mk {
    display: flex;
    gap: 0.625rem;
    align-items: center;
    width: 100%;
    min-height: 2.5rem;
    text-align: left;
    cursor: pointer;
  }
  .mk span {
    min-width: 0;
    overflow-wrap: anywhere;
  }
</style>
