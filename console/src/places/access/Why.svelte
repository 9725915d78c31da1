<script lang="ts">
  import {
    actionsOfTier,
    isKind,
    isTier,
    parseWhat,
    parseWho,
    printSentence,
    sayEnd,
    sayList,
    Temporal,
    wantedOf,
    type Action,
    type Figure,
    type Tier,
  } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Icon from '../../parts/Icon.svelte'
  import PathDrawing from '../../parts/PathDrawing.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { answerOf, service } from '../../reach/service'
  import { sayAddress } from '../give/say'
  import type { GridAsset, GridCell, GridRow } from './grid.svelte'

  /** Why somebody reaches an asset: every path drawn, and as sentences. It stands beside the grid, so that the cell stays in sight. */
  interface Props {
    row: GridRow
    cell: GridCell
    asset: GridAsset
    close: () => void
  }
  let { row, cell, asset, close }: Props = $props()

  const acting = getActing()
  const isPerson = $derived(row.kind === 'person' || row.kind === 'outsider')
  const action = $derived(
    isTier(cell.tier ?? '') && isKind(asset.kind) && isTier(cell.tier!)
      ? [...actionsOfTier(asset.kind, cell.tier)].at(-1)!
      : (cell.named[0] ?? ''),
  )
  const why = createQuery(() => ({
    queryKey: ['why', acting.number, row.key, asset.number, action],
    queryFn: async () =>
      answerOf(
        service.POST('/v1/businesses/{business}/decisions', {
          params: { path: { business: acting.number } },
          body: { who: row.text, action, asset: asset.number },
        }),
      ),
    enabled: isPerson,
  }))
  /** What they have, said as a sentence: where changing it begins. */
  const sentence = $derived.by(() => {
    const who = parseWho(row.text)
    const what = parseWhat(asset.text)
    if (!who.ok || !what.ok || !isKind(asset.kind)) return `let ${row.text}`
    const { tier, named, hidden, until } = cell
    const terms = {
      tier: tier as Tier | null,
      actions: named as Action[],
      hiding: hidden as Figure[],
      from: null,
      until: until ? Temporal.Instant.from(until) : null,
    }
    return printSentence({ verb: 'let', who: [who.who], ...wantedOf([{ what: what.what, terms }], acting.zone) })
  })
</script>

<aside class="sheet" aria-label="Why">
  <div class="top">
    <h2 class="head">
      {row.kind === 'invited' ? `${row.name} would have` : `Why ${row.name} has`}
      <i>{cell.level}</i> on {asset.name}
    </h2>
    <button aria-label="Close" onclick={close}><Icon name="cross" /></button>
  </div>
  {#if isPerson}
    {#if why.data}
      <PathDrawing
        paths={why.data.paths}
        from={asset.name}
        owner={asset.owner ?? acting.business?.name ?? ''}
        to={row.name}
      />
      <ul>
        {#each why.data.paths as path, index (index)}
          <li><b>{path.counts ? 'Counts.' : 'Does not count.'}</b> {path.sentence}</li>
        {/each}
      </ul>
    {:else if why.error}<Trouble error={why.error} />{:else}<Waiting />{/if}
  {:else if row.kind === 'team'}<p>
      The team holds it; anyone who is in the team reaches it, and no longer after leaving.
    </p>
  {:else if row.kind === 'partner'}<p>
      This is the ceiling: its admins have it, and put their people on it beneath it.
    </p>
  {:else}<p>Nothing is given until the invitation is accepted.</p>{/if}
  <dl class="facts">
    <div>
      <dt>Hidden</dt>
      <dd>{cell.hidden.length > 0 ? sayList(cell.hidden) : 'nothing'}</dd>
    </div>
    <div>
      <dt>Until</dt>
      <dd>{cell.until ? sayEnd(Temporal.Instant.from(cell.until), acting.zone) : 'no end'}</dd>
    </div>
  </dl>
  <p class="acts">
    {#if cell.how !== 'through' && row.standing !== 'finance' && !row.everything}<a
        class="btn btn-sm"
        href={sayAddress(acting.number, 'give', sentence)}>Change it</a
      >
      <a class="btn btn-sm end" href={sayAddress(acting.number, 'review', `end ${row.text} on ${asset.text}`)}>End it</a
      >{/if}
    {#if row.kind === 'partner'}<a class="quiet" href="/{acting.number}/partners/{row.key}">Its page</a>{/if}
    {#if row.kind === 'person'}<a class="quiet" href="/{acting.number}/people/{row.key}">Their page</a>{/if}
  </p>
</aside>

<style>
  aside {
    padding: 1.25rem 1.5rem;
    margin-top: 1rem;
  }
  .top {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 1rem;
    align-items: start;
  }
  .top button {
    cursor: pointer;
    padding: 0.25rem;
  }
  li,
  aside > p {
    margin-top: 0.625rem;
    font-size: 0.9375rem;
    line-height: 1.375rem;
  }
  b {
    font-weight: 600;
  }
  .facts {
    margin-top: 0.75rem;
  }
  .acts {
    display: flex;
    gap: 0.75rem;
    align-items: center;
    flex-wrap: wrap;
  }
</style>
