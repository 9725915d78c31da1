<script lang="ts">
  import type { Snippet } from 'svelte'

  /** What a part of the sentence can be, below the whole sentence, of which it covers nothing. */
  interface Props {
    label: string
    /** How it is worked by the keyboard. */
    keys?: string
    onclose: () => void
    children: Snippet
  }
  let { label, keys = '', onclose, children }: Props = $props()

  let panel: HTMLElement

  $effect(() => {
    const opener = document.activeElement as HTMLElement | null
    panel.querySelector<HTMLElement>('input:not([type=checkbox]), input, button')?.focus()
    return () => {
      // Back to the sentence, unless somebody has gone elsewhere meanwhile: to the part it was opened from, or to what is still empty.
      const active = document.activeElement
      if (active && active !== document.body && !panel.contains(active)) return
      setTimeout(() => (opener?.isConnected ? opener : document.querySelector<HTMLElement>('.part.gap'))?.focus())
    }
  })

  function onkey(event: KeyboardEvent) {
    if (event.key !== 'Escape') return
    event.preventDefault()
    onclose()
  }
</script>

<div class="span row">
  <div class="margin">
    <h2>{label}</h2>
    {#if keys}<p class="keys">{keys}</p>{/if}
  </div>
  <div class="panel sheet" bind:this={panel} role="dialog" aria-label={label} tabindex="-1" onkeydown={onkey}>
    {@render children()}
    <button class="quiet close" onclick={onclose}>Close</button>
  </div>
</div>

<style>
  .row {
    margin-top: 1rem;
  }
  .row .margin {
    padding-top: 0.75rem;
  }
  .keys {
    font: 400 0.8125rem/1.25rem var(--font-sans);
    color: var(--ink-3);
    margin-top: 0.375rem;
  }
  .panel {
    position: relative;
    padding: 0.5rem 1.25rem 0.75rem;
    border-top: 2px solid var(--color-primary);
    border-radius: 0 0 3px 3px;
  }
  .close {
    position: absolute;
    top: 1.125rem;
    right: 1.25rem;
  }
  @media (max-width: 900px) {
    .keys {
      display: none;
    }
    .panel {
      padding-inline: 0.875rem;
    }
    .close {
      right: 0.875rem;
    }
  }
</style>
