<script lang="ts">
  import type { Snippet } from 'svelte'
  import Icon from './Icon.svelte'

  /** A result or a problem at its place, with its one remedy. It stays until it is dealt with. */
  let { tone, children, remedy }: { tone: 'fine' | 'due' | 'badly'; children: Snippet; remedy?: Snippet } = $props()

  const icon = { fine: 'check', due: 'clock', badly: 'cross' } as const
</script>

<div class={['slip', tone]} role={tone === 'badly' ? 'alert' : 'status'}>
  <Icon name={icon[tone]} />
  <div>{@render children()}</div>
  {#if remedy}{@render remedy()}{/if}
</div>

<style>
  .slip {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr) auto;
    gap: 0.75rem;
    align-items: start;
    padding: 0.6875rem 1rem;
    border-radius: 2px;
    line-height: 1.375rem;
    margin: 0.5rem 0;
  }
  .slip :global(.ic) {
    font-size: 1.125rem;
    margin-top: 0.125rem;
  }
  .fine {
    background: var(--wash-ok);
  }
  .due {
    background: var(--wash-due);
  }
  .badly {
    background: var(--wash-bad);
  }
  .fine :global(.ic) {
    color: var(--color-success);
  }
  .due :global(.ic) {
    color: var(--color-warning);
  }
  .badly :global(.ic) {
    color: var(--color-error);
  }
</style>
