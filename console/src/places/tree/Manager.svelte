<script lang="ts">
  import { capitalised, sayCount, sayList } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import NumberPlate from '../../parts/NumberPlate.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import NotHere from '../../parts/NotHere.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'
  import { treeOf } from '../../reach/trees'
  import { route } from '../../router'
  import Compared from './Compared.svelte'
  import { sentenceAgain } from './link-again'
  import { subtree } from './subtree'
  import TreeDrawing from './TreeDrawing.svelte'

  /** One manager account: the tree it stands in, and its ad accounts side by side. */
  const acting = getActing()
  const wanted = $derived((route.params as { asset?: string }).asset ?? '')
  let days = $state(30)
  let order: 'name' | 'spend' | 'results' | 'costOfResult' | 'revenue' = $state('spend')
  const compared = createQuery(() => ({
    queryKey: ['compared', acting.number, wanted, days, order],
    queryFn: async () =>
      answerOf(
        service.GET('/v1/businesses/{business}/manager-accounts/{asset}/accounts', {
          params: { path: { business: acting.number, asset: wanted }, query: { days, order, limit: 200 } },
        }),
      ),
    enabled: acting.number !== '',
    placeholderData: (before: unknown) => before as never,
    refetchInterval: 30_000,
  }))
  const tree = treeOf(acting)
  const doing = new Doing()
  const under = $derived(compared.data?.under)
  const around = $derived(tree.data && under ? subtree(tree.data, under.number) : null)
  const waiting = $derived(
    (tree.data?.branches ?? []).filter(branch => branch.above === under?.number && branch.state === 'waiting'),
  )
  const accounts = $derived(compared.data?.items ?? [])
  const inForce = $derived(accounts.filter(account => account.state === 'in force').length)
  const begins = $derived(accounts.filter(account => account.state === 'begins').length)
  const aside = $derived(
    [
      waiting.length > 0 ? `${sayCount(waiting.length, 'more waits', 'more wait')} for an answer` : '',
      begins > 0 ? `${sayCount(begins, 'begins', 'begin')} later` : '',
    ].filter(Boolean),
  )
  const above = $derived(
    (tree.data?.branches ?? [])
      .filter(branch => branch.below === under?.number && branch.state === 'in force')
      .flatMap(branch => tree.data!.nodes.find(node => node.number === branch.above) ?? []),
  )

  const remind = (proposal: string) =>
    doing.run(async () => {
      const again = await answerOf(
        service.POST('/v1/businesses/{business}/proposals/{proposal}/reminder', {
          params: { path: { business: acting.number, proposal } },
        }),
      )
      return `Sent again to ${again.sentTo}; it stays open until ${again.staysOpenUntil}.`
    })
  const rename = (account: string, label: string | null) =>
    doing.run(async () => {
      const told = await answerOf(
        service.PUT('/v1/businesses/{business}/manager-accounts/{asset}/accounts/{account}/label', {
          params: { path: { business: acting.number, asset: wanted, account } },
          body: { label },
        }),
      )
      return told.result
    })
</script>

<svelte:head><title>{under?.name ?? 'A manager account'} · Famiglia</title></svelte:head>
<main class="ledger">
  {#if compared.data && under}
    <div class="span page-top">
      <p class="margin">Manager <br />account</p>
      <div class="page-head">
        <div>
          <h1 class="title">{under.name} gathers {sayCount(inForce, 'ad account')}</h1>
          <p class="facts-line">
            <NumberPlate number={under.number} /><span class="sub"
              >yours{#if above.length > 0}, under {#each above as one, index (one.number)}{index > 0
                    ? ' and '
                    : ''}{#if one.isOwn}<a href="/{acting.number}/manager-accounts/{one.number}">{one.name}</a
                    >{:else}{one.name}{/if}{/each}{/if}.{aside.length > 0 ? ` ${capitalised(sayList(aside))}.` : ''}
              {sayList(under.reachedBy.map(one => one.name))}
              {under.reachedBy.length === 1 ? 'reaches' : 'reach'} all of it.</span
            >
          </p>
        </div>
        <div class="page-acts">
          {#if acting.isAdmin}<a
              class="btn btn-sm btn-primary"
              href="/{acting.number}/link?under=manager-account/{under.handle}">Ask for accounts</a
            >{/if}
          {#if acting.business?.canGive}<a
              class="btn btn-sm"
              href="/{acting.number}/give?on={encodeURIComponent(`manager-account/${under.handle}`)}"
              >Put people on it</a
            >{/if}
          <a class="btn btn-sm" href="/{acting.number}/assets/{under.number}">Who reaches it</a>
        </div>
      </div>
    </div>
    <Outcome {doing} />
    {#if around && around.branches.length > 0}
      <section class="span section tree">
        <h2 class="margin">The tree</h2>
        <div><TreeDrawing nodes={around.nodes} branches={around.branches} /></div>
      </section>
    {/if}
    <Compared
      compared={compared.data}
      {waiting}
      nodes={tree.data?.nodes ?? []}
      bind:days
      bind:order
      onremind={remind}
      onrename={acting.business?.canGive ? rename : null}
      again={row => sentenceAgain(row, under, acting.zone)}
    />
  {:else if compared.error}<NotHere error={compared.error} />
  {:else}<Waiting />{/if}
</main>

<style>
  @media (max-width: 900px) {
    .tree {
      order: 1;
    }
  }
  .facts-line {
    display: flex;
    flex-wrap: wrap;
    gap: 0.375rem 1.25rem;
    align-items: center;
    margin-top: 0.5rem;
  }
  .facts-line .sub {
    margin: 0;
  }
</style>
