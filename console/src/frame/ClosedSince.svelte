<script lang="ts">
  import { sayDate, Temporal } from '@famiglia/core'
  import type { Acting } from '../reach/acting.svelte'
  import { route } from '../router'

  /** Above every page of a business that is closed: since when, and the way to open it again. */
  let { acting }: { acting: Acting } = $props()

  /** What is one’s own is no page of a business. */
  const isOfBusiness = $derived('business' in route.params)
</script>

{#if acting.business?.closed && isOfBusiness}
  <p class="closed-since" role="status">
    <b><bdi>{acting.business.name}</bdi></b> was closed on {sayDate(
      Temporal.Instant.from(acting.business.closed),
      acting.zone,
    )}. It can be read, and nothing of it counts.
    {#if acting.isAdmin}<a href="/{acting.number}/closing">Open it again</a>{/if}
  </p>
{/if}

<style>
  .closed-since {
    padding: 0.625rem var(--g) 0.625rem calc(var(--g) + var(--m) + 2.5rem);
    background: var(--wash-due);
    border-bottom: 1px solid var(--rule-strong);
    overflow-wrap: anywhere;
  }
  @media (max-width: 900px) {
    .closed-since {
      padding: 0.625rem 1rem 0.625rem 1.75rem;
    }
  }
</style>
