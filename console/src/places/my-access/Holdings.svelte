<script lang="ts">
  import { capitalised, sayEnd, sayList, Temporal } from '@famiglia/core'
  import TierMark from '../../parts/TierMark.svelte'
  import type { Schemas } from '../../reach/service'

  /** What somebody may do, as they see it themselves: by asset, in plain words, through what, until when. */
  interface Props {
    holdings: readonly Schemas['Holding'][]
    zone: string
    none: string
    first?: boolean
  }
  let { holdings, zone, none, first = false }: Props = $props()
</script>

<ul>
  {#each holdings as holding, index (holding.asset.number)}
    <li>
      <TierMark tier={holding.tier} actions={holding.named.length} size="l" />
      <div>
        <p class="entry"><b>{holding.asset.name}</b>, {holding.asset.noun}</p>
        <p>
          {capitalised(holding.may)}. {#if holding.hidden.length > 0}<i
              >{capitalised(sayList(holding.hidden))}
              {holding.hidden.length > 1 ? 'are' : 'is'} hidden from you.</i
            >{/if}
        </p>
        {#if holding.why}<p class="due">Not now: {holding.why}.</p>{/if}
        {#each holding.through as sentence, place (place)}<p class="through">{sentence}</p>{/each}
      </div>
      <div class="open">
        <a class={['btn btn-sm', { 'btn-primary': first && index === 0 }]} href={holding.asset.address}
          >{first && index === 0 ? 'Begin' : 'Open'} on {holding.asset.platform}</a
        >
        <p class="note num">
          {holding.until ? `until ${sayEnd(Temporal.Instant.from(holding.until), zone)}` : 'no end'}
        </p>
      </div>
    </li>
  {:else}
    <li class="none"><p class="entry">{none}</p></li>
  {/each}
</ul>

<style>
  li {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr) auto;
    gap: 1rem;
    padding: 0.8125rem 0;
    border-top: 1px solid var(--rule);
  }
  li.none {
    grid-template-columns: minmax(0, 1fr);
  }
  ul {
    margin-top: 0.5rem;
  }
  i,
  .through {
    color: var(--ink-2);
  }
  .through {
    font-size: 0.875rem;
    margin-top: 0.25rem;
  }
  .open {
    display: grid;
    justify-items: end;
    gap: 0.375rem;
    align-content: start;
  }
  @media (max-width: 900px) {
    li {
      grid-template-columns: auto minmax(0, 1fr);
    }
    .open {
      grid-column: 2;
      justify-items: start;
    }
  }
</style>
