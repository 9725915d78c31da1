<script lang="ts">
  import { sayInstant, sayShortDate, sayState, Temporal } from '@famiglia/core'
  import { createInfiniteQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import More from '../../parts/More.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { entries } from '../../parts/entries'
  import { answerOf, service } from '../../reach/service'
  import FamilyTabs from '../families/FamilyTabs.svelte'

  /** What goes over between businesses, or went over. */
  const acting = getActing()
  const list = createInfiniteQuery(() => ({
    queryKey: ['handovers', acting.number],
    queryFn: async ({ pageParam }: { pageParam: string }) =>
      answerOf(
        service.GET('/v1/businesses/{business}/handovers', {
          params: { path: { business: acting.number }, query: pageParam ? { after: pageParam } : {} },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (page: { next: string | null }) => page.next ?? undefined,
    enabled: acting.number !== '',
  }))
  const items = $derived(list.data?.pages.flatMap(page => page.items) ?? [])
</script>

<svelte:head><title>Handovers · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Ownership</p>
    <div class="page-head">
      <div>
        <h1 class="title">Handovers</h1>
        <FamilyTabs here="handovers" />
      </div>
      <div class="page-acts">
        <a class="quiet" href="/{acting.number}/contests">What is contested</a>
        <a class="btn btn-sm btn-primary" href="/{acting.number}/hand-over">Hand over assets</a>
      </div>
    </div>
  </div>
  <section class="span section">
    <h2 class="margin">Agreed</h2>
    {#if list.data}
      {#if items.length > 0}
        <table aria-label="Handovers" class="tbl" {@attach entries}>
          <thead
            ><tr><th scope="col">What</th><th scope="col">From</th><th scope="col">To</th><th scope="col">State</th></tr
            ></thead
          >
          <tbody>
            {#each items as one (one.id)}
              <tr>
                <th scope="row"><a href="/{acting.number}/handovers/{one.id}">{one.what}</a></th>
                <td>{one.from.name}</td>
                <td>{one.to.name}</td>
                <td
                  >{sayState(one.state)}{one.state === 'cooling'
                    ? `, until ${sayInstant(Temporal.Instant.from(one.completesAt), acting.zone)}`
                    : one.endedAt
                      ? `, ${sayShortDate(Temporal.Instant.from(one.endedAt), acting.zone)}`
                      : ''}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
        <More {list} />
      {:else}<p class="entry">
          Nothing was handed over yet. What waits for an answer lies under <a href="/{acting.number}/inbox"
            >sent and received</a
          >.
        </p>{/if}
    {:else if list.error}<Trouble error={list.error} />{:else}<Waiting />{/if}
  </section>
</main>
