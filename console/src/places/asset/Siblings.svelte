<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import { answerOf, service, type Schemas } from '../../reach/service'
  import { sayAddress } from '../give/say'

  /** Who holds others of its kind and not this one: each one step away from reaching it too. */
  let { asset }: { asset: Schemas['Asset'] } = $props()

  const acting = getActing()
  const siblings = createQuery(() => ({
    queryKey: ['siblings', acting.number, asset.number],
    queryFn: async () =>
      answerOf(
        service.GET('/v1/businesses/{business}/assets/{asset}/siblings', {
          params: { path: { business: acting.number, asset: asset.number } },
        }),
      ),
  }))
</script>

{#if siblings.data && siblings.data.items.length > 0}
  <section class="span section">
    <h2 class="margin">Should they reach it too?</h2>
    <ul>
      {#each siblings.data.items as one (one.text)}
        <li>
          <p class="entry"><b>{one.name}</b> has {one.has}, and nothing here.</p>
          <a class="btn btn-sm" href={sayAddress(acting.number, 'give', one.sentence)}>Give it here too</a>
        </li>
      {/each}
    </ul>
  </section>
{/if}

<style>
  li {
    display: flex;
    justify-content: space-between;
    gap: 1rem;
    align-items: center;
    flex-wrap: wrap;
    padding: 0.375rem 0;
    border-bottom: 1px solid var(--rule);
  }
</style>
