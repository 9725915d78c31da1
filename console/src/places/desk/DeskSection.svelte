<script lang="ts" generics="T">
  import type { Snippet } from 'svelte'

  /** One section of the desk: rows with their age in the margin and one next step each. Nothing is drawn for none. */
  interface Props {
    title: string
    items: readonly T[]
    /** How many there are in all, where the first alone are shown. */
    total?: number
    when: Snippet<[T]>
    what: Snippet<[T]>
    next: Snippet<[T]>
  }
  let { title, items, total = items.length, when, what, next }: Props = $props()
</script>

{#if items.length > 0}
  <section class="span top" aria-label={title}>
    <p class="margin count" aria-hidden="true">{Math.max(total, items.length)}</p>
    <h2 class="head">{title}</h2>
  </section>
  <ul class="span rows">
    {#each items as item, index (index)}
      <li class="span row">
        <div class="margin when">{@render when(item)}</div>
        <div class="inside">
          <p class="entry">{@render what(item)}</p>
          <div class="next">{@render next(item)}</div>
        </div>
      </li>
    {/each}
  </ul>
  {#if total > items.length}<p class="note shown">The first {items.length} of {total} are shown.</p>{/if}
{/if}

<style>
  .top {
    margin-top: 1.25rem;
  }
  .count {
    font: 500 1.75rem/1.75rem var(--font-serif);
    color: var(--color-base-content);
  }
  .shown {
    padding-top: 0.375rem;
  }
  .rows {
    margin-top: 0.5rem;
    border-top: 1px solid var(--rule-strong);
  }
  .row {
    grid-column: 1 / -1;
    display: grid;
    grid-template-columns: subgrid;
    padding: 0.6875rem 0 0.75rem;
    border-bottom: 1px solid var(--rule);
  }
  .when {
    display: grid;
    font: 400 0.9063rem/1.375rem var(--font-sans);
    align-content: start;
  }
  .inside {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 11.25rem;
    column-gap: 1.75rem;
    align-items: start;
  }
  @media (max-width: 900px) {
    .inside {
      grid-template-columns: minmax(0, 1fr);
      row-gap: 0.5rem;
    }
    .row {
      grid-template-columns: minmax(0, 1fr);
    }
    .inside .next {
      flex-direction: row;
      justify-content: flex-start;
      align-items: center;
    }
  }
</style>
