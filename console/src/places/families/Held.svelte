<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import { answerOf, service } from '../../reach/service'
  import SharedTable from './SharedTable.svelte'

  /** What the acting business holds from others: the ceiling on each, and putting one's own people on it. */
  const acting = getActing()
  const held = createQuery(() => ({
    queryKey: ['held', acting.number],
    queryFn: async () =>
      answerOf(service.GET('/v1/businesses/{business}/held', { params: { path: { business: acting.number } } })),
  }))
</script>

{#if held.data && held.data.items.length > 0}
  <section class="span section">
    <h2 class="margin">Held from others</h2>
    <div>
      <p class="note">
        Put your own people on it, up to what is allowed. Its owner sees each of them, and has nothing to do.
      </p>
      <SharedTable assets={held.data.items} own={false} owners>
        {#snippet acts(asset)}<a href="/{acting.number}/give?on={asset.number}">Put somebody on it</a>{/snippet}
      </SharedTable>
    </div>
  </section>
{/if}
