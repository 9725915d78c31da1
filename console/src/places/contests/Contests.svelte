<script lang="ts">
  import { createInfiniteQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import More from '../../parts/More.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { answerOf, service } from '../../reach/service'
  import Contest from './Contest.svelte'

  /** Who owns an asset, contested: of this business, or by it. */
  const acting = getActing()
  const found = createInfiniteQuery(() => ({
    queryKey: ['contests', acting.number],
    queryFn: async ({ pageParam }: { pageParam: string }) =>
      answerOf(
        service.GET('/v1/businesses/{business}/contests', {
          params: { path: { business: acting.number }, query: pageParam ? { after: pageParam } : {} },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (page: { next: string | null }) => page.next ?? undefined,
    enabled: acting.number !== '',
  }))
  const items = $derived(found.data?.pages.flatMap(page => page.items) ?? [])
</script>

<svelte:head><title>Contested · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Contested</p>
    <div>
      <h1 class="title">Who owns it, contested</h1>
      <p class="sub">
        Who proves on its platform that they control an asset can contest who owns it here. One no of the owner ends it;
        after three silent weeks it is handed over, with the usual account and the usual time to stop it.
      </p>
    </div>
  </div>
  {#if found.data}
    {#each items as contest (contest.id)}<Contest {contest} />
    {:else}<p class="entry">Nothing is contested, and nothing was.</p>{/each}
    <More list={found} />
  {:else if found.error}<div class="section"><Trouble error={found.error} /></div>
  {:else}<Waiting />{/if}
</main>
