<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Age from '../../parts/Age.svelte'
  import { answerOf, service } from '../../reach/service'

  /** What happened between two businesses, as the acting one's history tells it. */
  let { partner }: { partner: string } = $props()

  const acting = getActing()
  const history = createQuery(() => ({
    queryKey: ['history between', acting.number, partner],
    queryFn: async () =>
      answerOf(
        service.GET('/v1/businesses/{business}/history', {
          params: { path: { business: acting.number }, query: { partner, limit: 12 } },
        }),
      ),
  }))
  const entries = $derived(history.data?.items ?? [])
</script>

{#if entries.length > 0}
  <section class="span section">
    <h2 class="margin">Between you</h2>
    <ul>
      {#each entries as entry (entry.number)}<li>
          <span class="num">{entry.number}</span>
          <p>{entry.sentence}</p>
          <Age at={entry.at} zone={acting.zone} />
        </li>{/each}
    </ul>
  </section>
{/if}

<style>
  li {
    display: grid;
    grid-template-columns: 2.5rem minmax(0, 1fr) auto;
    gap: 0.75rem;
    padding: 0.3125rem 0;
  }
  .num,
  li :global(time) {
    color: var(--ink-3);
  }
</style>
