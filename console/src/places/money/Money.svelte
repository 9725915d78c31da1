<script lang="ts">
  import { sayCount } from '@famiglia/core'
  import { createInfiniteQuery, createQuery } from '@tanstack/svelte-query'
  import { tick } from 'svelte'
  import { getActing } from '../../frame/acting-context'
  import { sayCurrency } from '../../parts/currency'
  import More from '../../parts/More.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { saveCsv } from '../../parts/save-csv'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { meansOf } from '../../reach/lists'
  import { answerOf, service } from '../../reach/service'
  import AccessTabs from '../access/AccessTabs.svelte'
  import MeansAndSeats from './MeansAndSeats.svelte'
  import { csvOf, type Row } from './paid'
  import PaidAccounts from './PaidAccounts.svelte'
  import TakeOver from './TakeOver.svelte'
  import { Taking } from './taking.svelte'

  /** Who pays for which ad account, with what, who can spend there, and what was spent; and taking a payment over. */
  const acting = getActing()
  const doing = new Doing()
  const list = createInfiniteQuery(() => ({
    queryKey: ['money', acting.number],
    queryFn: async ({ pageParam }: { pageParam: string }) =>
      answerOf(
        service.GET('/v1/businesses/{business}/money', {
          params: {
            path: { business: acting.number },
            query: { limit: 100, ...(pageParam ? { after: pageParam } : {}) },
          },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (page: { next: string | null }) => page.next ?? undefined,
    enabled: acting.number !== '',
  }))
  const rows = $derived(list.data?.pages.flatMap(page => page.items) ?? [])
  const first = $derived(list.data?.pages[0])
  const means = meansOf(acting)
  const endingSoon = $derived((means.data?.items ?? []).filter(one => one.state !== 'good' && one.paysFor.length > 0))
  const headline = $derived.by(() => {
    if (!first) return 'Money'
    const paid = `You pay for ${sayCount(first.sums.accounts, 'ad account')}`
    const [soonest] = endingSoon
    if (!soonest) return paid
    const others = endingSoon.length - 1
    const more = others > 0 ? `, and ${sayCount(others, 'more does', 'more do')} soon` : ''
    return `${paid}; ${soonest.name} ${soonest.state === 'has run out' ? 'ran out' : 'runs out'} on ${soonest.goodUntil}${more}`
  })

  const given = new URLSearchParams(location.search)
  const begun = given.get('say') ? Taking.of(given.get('say')!) : null
  let taking = $state(begun?.taking ?? (given.get('account') ? new Taking(given.get('account')!) : null))
  let sheet: HTMLElement | undefined = $state()

  async function begin(row: Row) {
    taking = new Taking(row.text)
    await tick()
    sheet?.scrollIntoView({ block: 'nearest' })
    sheet?.querySelector('select')?.focus()
  }

  const callOff = (row: Row) =>
    doing.run(
      async () =>
        (
          await answerOf(
            service.DELETE('/v1/businesses/{business}/assets/{asset}/billing/planned', {
              params: { path: { business: acting.number, asset: row.number } },
            }),
          )
        ).result,
    )

  /** What was registered on its platform is put on record when the browser comes back from there. */
  const registered = given.get('registered')
  const registering = createQuery(() => ({
    queryKey: ['registered', acting.number, registered],
    queryFn: async () => {
      const added = await answerOf(
        service.POST('/v1/businesses/{business}/means', {
          params: { path: { business: acting.number } },
          body: { opening: registered! },
        }),
      )
      history.replaceState(history.state, '', location.pathname)
      await means.refetch()
      return added
    },
    enabled: registered !== null && acting.number !== '',
    staleTime: Infinity,
    refetchInterval: false as const,
    retry: false,
  }))
</script>

<svelte:head><title>Money · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Money{first ? `, in ${sayCurrency(first.currency)}` : ''}</p>
    <div class="page-head">
      <div>
        <h1 class="title">{headline}</h1>
        <AccessTabs here="money" />
      </div>
      {#if first && rows.length > 0}<div class="page-acts">
          <button class="btn btn-sm" onclick={() => saveCsv('money', csvOf(first, rows))}>Save as a CSV file</button>
        </div>{/if}
    </div>
  </div>
  {#if registering.data}<p class="entry" role="status">
      {registering.data.said} is on record. Take a payment over with it when you like.
    </p>{/if}
  {#if registering.error}<Trouble error={registering.error} />{/if}
  {#if begun?.wrong}<Trouble error={new Error(begun.wrong)} />{/if}
  <Outcome {doing} />
  {#if first}
    {#if rows.length > 0}
      <div class="wide">
        <PaidAccounts {rows} overview={first} onbegin={begin} oncalloff={callOff} />
        <More {list} />
        {#if first.more}<p class="sub">More ad accounts are paid for than are added up here.</p>{/if}
      </div>
    {:else}
      <div class="section">
        <p class="entry">No ad account whose bills you see is here.</p>
        <p class="sub">Bills are told to finance people and admins, and to who was given to see those of an account.</p>
      </div>
    {/if}
    <div class="span down">
      {#if taking}
        {#key taking}
          <p class="margin">Taking over <br />a payment</p>
          <div bind:this={sheet}>
            <TakeOver
              {taking}
              row={rows.find(row => [row.text, row.number].includes(taking!.account)) ?? null}
              means={means.data?.items ?? []}
              onleave={() => (taking = null)}
            />
          </div>
        {/key}
      {/if}
      <MeansAndSeats means={means.data?.items ?? null} seats={first.seats} isAside={taking !== null} />
    </div>
  {:else if list.error}<div class="section"><Trouble error={list.error} /></div>
  {:else}<Waiting />{/if}
</main>

<style>
  .ledger > .down {
    grid-template-columns: var(--m) minmax(0, 1fr) 19.5rem;
    column-gap: 2.5rem;
    margin-top: 0.875rem;
    align-items: start;
  }
  @media (max-width: 900px) {
    .ledger > .down {
      grid-template-columns: minmax(0, 1fr);
      row-gap: 0.75rem;
    }
  }
</style>
