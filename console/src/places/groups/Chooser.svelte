<script lang="ts">
  import type { Snippet } from 'svelte'

  /** A list on the left, and on the right what is chosen from it. */
  interface Props {
    items: readonly { handle: string; name: string; note: string }[]
    shown: string
    choose: (handle: string) => void
    /** What is said while there is nothing to choose from. */
    empty: string
    children: Snippet
  }
  let { items, shown, choose, empty, children }: Props = $props()
</script>

<div class="both">
  <ul>
    {#each items as one (one.handle)}
      <li>
        <button aria-current={one.handle === shown ? 'true' : undefined} onclick={() => choose(one.handle)}
          ><b>{one.name}</b><small>{one.note}</small></button
        >
      </li>
    {:else}<li class="entry">{empty}</li>{/each}
  </ul>
  <div class="chosen">{@render children()}</div>
</div>

<style>
  .both {
    display: grid;
    grid-template-columns: 15rem minmax(0, 1fr);
    gap: 2rem;
  }
  li button {
    display: flex;
    justify-content: space-between;
    gap: 1rem;
    width: 100%;
    padding: 0.375rem 0.625rem;
    cursor: pointer;
    border-radius: 2px;
    text-align: left;
  }
  li button:hover,
  [aria-current] {
    background: var(--wash);
  }
  b {
    font-weight: 600;
  }
  .both :global(small) {
    color: var(--ink-2);
    font: 400 0.875rem/1.25rem var(--font-sans);
  }
  .chosen :global(.row),
  .chosen :global(.controls) {
    display: flex;
    gap: 1rem;
    align-items: center;
    flex-wrap: wrap;
    padding: 0.25rem 0;
  }
  .chosen :global(.row) {
    justify-content: space-between;
    border-bottom: 1px solid var(--rule);
  }
  .chosen :global(.controls) {
    margin-top: 0.375rem;
  }
  .chosen :global(h4) {
    font: italic 400 1.0625rem/1.5rem var(--font-serif);
    color: var(--ink-2);
    margin-top: 0.75rem;
  }
  .chosen :global(form) {
    margin-top: 1.25rem;
  }
  @media (max-width: 900px) {
    .both {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
