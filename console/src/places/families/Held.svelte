<script lang="ts">
  import { createInfiniteQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import More from '../../parts/More.svelte'
  import { answerOf, service } from '../../reach/service'
  import SharedTable from './SharedTable.svelte'

  /** What the acting business holds from others: the ceiling on each, and putting one's own people on it. */
  const acting = getActing()
  const held = createInfiniteQuery(() => ({
    queryKey: ['held', acting.number],
    queryFn: async ({ pageParam }: { pageParam: string }) =>
      answerOf(
        service.GET('/v1/businesses/{business}/held', {
          params: { path: { business: acting.number }, query: pageParam ? { after: pageParam } : {} },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (page: { next: string | null }) => page.next ?? undefined,
  }))
  const assets = $derived(held.data?.pages.flatMap(page => page.items) ?? [])
</script>

{#if assets.length > 0}
  <section class="span section">
    <h2 class="margin">Access from other businesses</h2>
    <div>
      <p class="note">
        Put your own people on it, up to what is allowed. Its owner sees each of them, and has nothing to do.
      </p>
      <SharedTable {assets} own={false} owners>
        {#snippet acts(asset)}<a href="/{acting.number}/give?on={asset.number}">Put somebody on it</a>{/snippet}
      </SharedTable>
      <More list={held} />
    </div>
  </section>
{/if}
