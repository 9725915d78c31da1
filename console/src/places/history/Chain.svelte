<script lang="ts">
  import { Temporal } from '@famiglia/core'
  import Emphasised from '../../parts/Emphasised.svelte'
  import type { Schemas } from '../../reach/service'

  /** The chain as readable sentences: a ring per entry, joined; where it breaks, the line is missing and the entry says so. */
  let {
    entries,
    zone,
    brokenAt,
    names,
  }: { entries: readonly Schemas['HistoryEntry'][]; zone: string; brokenAt: number | null; names: readonly string[] } =
    $props()

  const there = (at: string) => Temporal.Instant.from(at).toZonedDateTimeISO(zone)
  const day = (at: string) => there(at).toLocaleString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' })
  const time = (at: string) => there(at).toPlainTime().toString({ smallestUnit: 'minute' })
</script>

<ol class="span">
  {#each entries as entry, index (entry.number)}
    {@const newDay = index === 0 || day(entries[index - 1]!.at) !== day(entry.at)}
    <li class={['span', { newDay, broken: entry.number === brokenAt }]}>
      <div class="margin">
        <p class="day">{newDay ? day(entry.at) : ''}</p>
        <p class="no num">
          <b>{entry.number}</b><time datetime={entry.at} title={there(entry.at).toString()}>{time(entry.at)}</time>
        </p>
      </div>
      <div class="row">
        <p class="entry">
          <Emphasised text={entry.sentence} {names} />{#if entry.number === brokenAt}
            <span class="bad">The chain breaks here.</span>{/if}
        </p>
        <p class="by">{entry.provenBy ? `proven by ${entry.provenBy}` : ''}</p>
        <p class="hash" title={entry.hash}>{entry.hash.slice(0, 4)}…{entry.hash.slice(-4)}</p>
      </div>
    </li>
  {/each}
</ol>

<style>
  ol,
  li {
    grid-column: 1 / -1;
    display: grid;
    grid-template-columns: subgrid;
  }
  li {
    padding: 0.5625rem 0;
    border-top: 1px solid var(--rule);
  }
  li.newDay {
    border-top-color: var(--rule-strong);
  }
  li:first-child {
    border-top: 0;
  }
  .day:empty {
    display: none;
  }
  .no {
    font: 400 0.875rem/1.5rem var(--font-sans);
    display: flex;
    justify-content: space-between;
    padding-right: 0.625rem;
  }
  .no b {
    font-weight: 600;
    color: var(--color-base-content);
  }
  .row {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 12rem 7.75rem;
    gap: 1.75rem;
    align-items: start;
  }
  .by {
    font-size: 0.875rem;
    line-height: 1.25rem;
    color: var(--ink-2);
    padding-top: 0.1875rem;
  }
  .hash {
    position: relative;
    align-self: stretch;
    font: 400 0.8125rem/1.5rem var(--font-mono);
    color: var(--ink-2);
    padding-left: 1.5rem;
  }
  .hash::before {
    content: '';
    position: absolute;
    left: 0;
    top: 0.375rem;
    width: 0.6875rem;
    height: 0.6875rem;
    border: 1.75px solid var(--color-base-content);
    border-radius: 50%;
    background: var(--color-base-200);
    z-index: 1;
  }
  .hash::after {
    content: '';
    position: absolute;
    left: 0.28rem;
    top: 1.0625rem;
    bottom: -1.5rem;
    border-left: 1.75px solid var(--color-base-content);
  }
  li:last-child .hash::after,
  .broken .hash::after {
    display: none;
  }
  .broken .hash::before {
    border-color: var(--color-error);
  }
  @media (max-width: 900px) {
    ol,
    li {
      grid-template-columns: minmax(0, 1fr);
    }
    .row {
      grid-template-columns: minmax(0, 1fr);
      gap: 0.125rem;
    }
    .hash::after {
      display: none;
    }
    .no {
      justify-content: flex-start;
      gap: 1rem;
    }
  }
</style>
