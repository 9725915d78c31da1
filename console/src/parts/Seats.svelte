<script lang="ts">
  /** One upright for each seat: filled taken, half-filled by this sentence, empty free. Above twelve, words alone. */
  let { before, after, included }: { before: number; after: number; included: number } = $props()

  const shown = $derived(Math.max(after, included))
</script>

{#if shown <= 12}
  <span class="seats" aria-hidden="true"
    >{#each { length: shown } as _seat, index (index)}<i
        class={{ taken: index < before, coming: index >= before && index < after }}
      ></i>{/each}</span
  >
{/if}

<style>
  .seats {
    display: inline-flex;
    gap: 0.1875rem;
  }
  i {
    width: 0.625rem;
    height: 1.125rem;
    border: 1.5px solid currentColor;
    border-radius: 2px 2px 0 0;
  }
  .taken {
    background: currentColor;
  }
  .coming {
    background: linear-gradient(to top, currentColor 50%, transparent 50%);
  }
</style>
