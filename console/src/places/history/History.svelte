<script lang="ts">
  import { createInfiniteQuery, createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Icon from '../../parts/Icon.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { assetsOf, peopleOf } from '../../reach/lists'
  import Waiting from '../../parts/Waiting.svelte'
  import { answerOf, service } from '../../reach/service'
  import Chain from './Chain.svelte'

  const acting = getActing()
  const path = $derived({ business: acting.number })
  let asset = $state('')
  let person = $state('')
  const filter = $derived({ ...(asset ? { asset } : {}), ...(person ? { person } : {}) })
  const assets = assetsOf(acting)
  const people = peopleOf(acting)
  const proof = createQuery(() => ({
    queryKey: ['verification', acting.number],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/history/verification', { params: { path } })),
    refetchInterval: false as const,
  }))
  const entries = createInfiniteQuery(() => ({
    queryKey: ['history', acting.number, filter],
    queryFn: async ({ pageParam }: { pageParam: string }) =>
      answerOf(
        service.GET('/v1/businesses/{business}/history', {
          params: { path, query: { limit: 50, ...filter, ...(pageParam ? { after: pageParam } : {}) } },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (page: { next: string | null }) => page.next ?? undefined,
  }))
  const shown = $derived(entries.data?.pages.flatMap(page => page.items) ?? [])
  const names = $derived([...(people.data?.items ?? []), ...(assets.data?.items ?? [])].map(one => one.name))
  const broken = $derived(proof.data?.broken ?? null)
</script>

<svelte:head><title>History · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">
      {#if proof.data}{proof.data.entries} entries{/if}
    </p>
    <div class="page-head">
      <div>
        <h1 class={['title', { bad: broken }]}>
          {proof.data
            ? broken
              ? `The history is broken at entry ${broken.number}.`
              : 'The history is whole.'
            : 'Reading the history …'}
        </h1>
        <p class="sub">
          {#if broken}At entry {broken.number}: {broken.reason}. The {proof.data?.entries} entries before it are whole.
          {:else if proof.data}Every entry carries the hash of the one before it; all {proof.data.entries} were read, none
            is missing or changed.{/if}
        </p>
      </div>
      <div class="page-acts">
        <button class="btn btn-sm" onclick={() => proof.refetch()}><Icon name="shield" />Read it again</button>
      </div>
    </div>
  </div>
  <div class="span choosing">
    <p class="margin">Show</p>
    <p class="entry">
      what <select class="part" aria-label="Person" bind:value={person}
        ><option value="">anybody</option>{#each people.data?.items ?? [] as one (one.id)}<option value={one.id}
            >{one.name}</option
          >{/each}</select
      >
      did on
      <select class="part" aria-label="Asset" bind:value={asset}
        ><option value="">anything</option>{#each assets.data?.items ?? [] as one (one.number)}<option
            value={one.number}>{one.name}</option
          >{/each}</select
      >
    </p>
  </div>
  {#if entries.data}
    <Chain entries={shown} zone={acting.zone} brokenAt={broken?.number ?? null} {names} />
    {#if shown.length === 0}<p class="entry none">Nothing of that kind has happened.</p>{/if}
    {#if entries.hasNextPage}<p class="more">
        <button class="btn btn-sm" onclick={() => entries.fetchNextPage()}>Earlier entries</button>
      </p>{/if}
  {:else if entries.error}<Trouble error={entries.error} />{:else}<Waiting />{/if}
</main>

<style>
  .choosing {
    border-top: 1px solid var(--rule-strong);
    border-bottom: 1px solid var(--rule-strong);
    padding: 0.5rem 0 0.625rem;
  }
  .entry {
    color: var(--ink-2);
  }
  select {
    appearance: none;
    max-width: 16rem;
  }
  option {
    background: var(--color-base-100);
    color: var(--color-base-content);
  }
  .more,
  .none {
    padding: 1rem 0;
  }
</style>
