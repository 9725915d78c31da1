<script lang="ts">
  import { sayDate, Temporal } from '@famiglia/core'
  import type { Acting } from '../reach/acting.svelte'

  /** Above every page of a business that is closed: since when, and the way to open it again. */
  let { acting }: { acting: Acting } = $props()
</script>

{#if acting.business?.closed}
  <p class="ledger said" role="status">
    <span
      ><b>{acting.business.name}</b> was closed on {sayDate(
        Temporal.Instant.from(acting.business.closed),
        acting.zone,
      )}. It can be read, and nothing of it counts.
      {#if acting.isAdmin}<a href="/{acting.number}/closing">Open it again</a>{/if}</span
    >
  </p>
{/if}

<style>
  .said {
    padding-block: 0.625rem;
    background: var(--wash-due);
  }
</style>
