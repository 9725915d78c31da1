<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Age from '../../parts/Age.svelte'
  import Emphasised from '../../parts/Emphasised.svelte'
  import { answerOf, service } from '../../reach/service'

  /** What is open between the acting business and a partner: offers, asks, links, from either side. */
  let { partner }: { partner: string } = $props()

  const acting = getActing()
  const open = createQuery(() => ({
    queryKey: ['open between', acting.number, partner],
    queryFn: async () => {
      const sides = await Promise.all(
        (['received', 'sent'] as const).map(side =>
          answerOf(
            service.GET('/v1/businesses/{business}/proposals', {
              params: { path: { business: acting.number }, query: { side, state: 'open', limit: 200 } },
            }),
          ),
        ),
      )
      // What was asked of an owner who is not told yet stands on nobody’s page.
      return sides.flatMap(({ items }, index) =>
        items.filter(one => (index === 0 ? one.business.number : one.partner?.number) === partner),
      )
    },
  }))
</script>

{#if open.data && open.data.length > 0}
  <section class="span section">
    <h2 class="margin">Not answered yet</h2>
    <ul>
      {#each open.data as one (one.id)}
        <li>
          <a href="/{acting.number}/proposals/{one.id}"><Emphasised text={one.outset} names={one.names} /></a>
          <small><Age at={one.openedAt} zone={acting.zone} /></small>
        </li>
      {/each}
    </ul>
  </section>
{/if}

<style>
  li {
    padding: 0.375rem 0;
    border-bottom: 1px solid var(--rule);
  }
  small {
    color: var(--ink-2);
    margin-left: 0.5rem;
  }
</style>
