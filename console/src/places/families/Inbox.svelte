<script lang="ts">
  import { sayState } from '@famiglia/core'
  import { createInfiniteQuery } from '@tanstack/svelte-query'
  import { searchParams } from 'sv-router'
  import { getActing } from '../../frame/acting-context'
  import Age from '../../parts/Age.svelte'
  import More from '../../parts/More.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { entries } from '../../parts/entries'
  import { answerOf, service } from '../../reach/service'
  import FamilyTabs from './FamilyTabs.svelte'
  import OffersAtOnce from './OffersAtOnce.svelte'

  /** All that goes to and fro with other businesses and those who are invited: received and sent, open or answered. */
  const acting = getActing()
  const side = $derived(searchParams.get('side') === 'sent' ? ('sent' as const) : ('received' as const))
  let all = $state(false)
  const list = createInfiniteQuery(() => ({
    queryKey: ['inbox', acting.number, side, all],
    queryFn: async ({ pageParam }: { pageParam: string }) =>
      answerOf(
        service.GET('/v1/businesses/{business}/proposals', {
          params: {
            path: { business: acting.number },
            query: { side, state: all ? 'all' : 'open', ...(pageParam ? { after: pageParam } : {}) },
          },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (page: { next: string | null }) => page.next ?? undefined,
  }))
  const items = $derived(list.data?.pages.flatMap(page => page.items) ?? [])
  type Item = (typeof items)[number]
  const whom = (item: Item) =>
    side === 'received'
      ? item.business.name
      : (item.partner?.name ?? item.to ?? (item.answeredBy === 'business' ? 'the owner' : ''))
</script>

<svelte:head><title>Sent and received · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Sent and <br />received</p>
    <div class="page-head">
      <div>
        <h1 class="title">{side === 'received' ? 'What other businesses sent you' : 'What you sent'}</h1>
        <FamilyTabs here="inbox" />
      </div>
      <div class="page-acts">
        <a class="btn btn-sm" aria-current={side === 'received' ? 'page' : undefined} href="/{acting.number}/inbox"
          >Received</a
        >
        <a
          class="btn btn-sm"
          aria-current={side === 'sent' ? 'page' : undefined}
          href="/{acting.number}/inbox?side=sent">Sent</a
        >
      </div>
    </div>
  </div>
  <section class="span section">
    <p class="margin">
      <button class="quiet" onclick={() => (all = !all)}>{all ? 'Only open ones' : 'Answered ones too'}</button>
    </p>
    <div>
      {#if items.length > 0}
        <table aria-label="Received and sent" class="tbl" {@attach entries}>
          <thead
            ><tr
              ><th scope="col">{side === 'received' ? 'From' : 'To'}</th><th scope="col">Says</th><th scope="col"
                >Since</th
              ><th scope="col">Is</th></tr
            ></thead
          >
          <tbody>
            {#each items as item (item.id)}
              <tr>
                <th scope="row">{whom(item)}<small>{item.by.name}</small></th>
                <td
                  ><a href="/{acting.number}/proposals/{item.id}">{item.outset}</a
                  >{#if item.granted && item.granted !== item.said}<small>of that: {item.granted}</small>{/if}</td
                >
                <td><Age at={item.openedAt} zone={acting.zone} /></td>
                <td
                  >{#if item.state === 'open'}open, expires <Age
                      at={item.lapsesAt}
                      zone={acting.zone}
                    />{:else}{sayState(item.state)}{/if}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
        <More {list} />
      {:else if list.error}<Trouble error={list.error} />
      {:else if list.data}<p class="entry">
          {side === 'received' ? 'Nothing waits for your answer.' : 'Nothing you sent waits for an answer.'}
        </p>
      {:else}<Waiting />{/if}
    </div>
  </section>
  {#if side === 'received'}<OffersAtOnce />{/if}
</main>
