<script lang="ts">
  import type { Step } from './steps'

  /** Steps on a line: done, under way, and still to come. On a phone they stand below one another. */
  let { steps, label }: { steps: readonly Step[]; label: string } = $props()
</script>

<ol aria-label={label}>
  {#each steps as { form, head, words } (head + words)}<li class={form}><b>{head}</b> {words}</li>{/each}
</ol>

<style>
  ol {
    display: grid;
    grid-auto-flow: column;
    grid-auto-columns: minmax(0, 1fr);
    gap: 1rem;
    padding: 0.25rem 0 1rem;
  }
  li {
    position: relative;
    padding-top: 1.5rem;
    font-size: 0.9375rem;
    line-height: 1.375rem;
  }
  li::before {
    content: '';
    position: absolute;
    z-index: 1;
    top: 0.25rem;
    left: 0;
    width: 0.75rem;
    height: 0.75rem;
    border: 1.5px solid currentColor;
    border-radius: 50%;
    background: var(--color-base-200);
  }
  li:not(:last-child)::after {
    content: '';
    position: absolute;
    top: 0.5625rem;
    left: 0.75rem;
    right: -1rem;
    border-top: 2px dotted currentColor;
  }
  .done::before {
    background: currentColor;
  }
  li.done:not(:last-child)::after {
    border-top-style: solid;
  }
  .now::before {
    background: var(--color-primary);
    box-shadow:
      0 0 0 2px var(--color-base-200),
      0 0 0 4px var(--color-primary);
  }
  b {
    display: block;
    font-weight: 600;
  }
  @media (max-width: 900px) {
    ol {
      grid-auto-flow: row;
      gap: 0.5rem;
    }
    li {
      padding: 0 0 0 1.5rem;
    }
    li:not(:last-child)::after {
      top: 1rem;
      bottom: -0.75rem;
      left: 0.3125rem;
      right: auto;
      border-top: 0;
      border-left: 2px dotted currentColor;
    }
    li.done:not(:last-child)::after {
      border-left-style: solid;
    }
  }
</style>
