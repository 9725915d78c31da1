<script lang="ts">
  import { firstName } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import NotHere from '../../parts/NotHere.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { answerOf, service } from '../../reach/service'
  import { route } from '../../router'
  import Holdings from '../my-access/Holdings.svelte'

  /** What somebody sees for the acting business: the same list, from the same decisions, as on their own page. */
  const acting = getActing()
  const path = $derived({
    business: acting.number,
    person: (route.params as { person?: string }).person ?? '',
  })
  const found = createQuery(() => ({
    queryKey: ['person', path.business, path.person],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/people/{person}', { params: { path } })),
  }))
  const held = createQuery(() => ({
    queryKey: ['holdings', path.business, path.person],
    queryFn: async () =>
      answerOf(
        service.GET('/v1/businesses/{business}/people/{person}/holdings', { params: { path, query: { limit: 200 } } }),
      ),
  }))
  const first = $derived(firstName(found.data?.name ?? ''))
</script>

<svelte:head><title>As {found.data?.name ?? 'somebody'} · Famiglia</title></svelte:head>
<main class="ledger">
  {#if found.data && held.data}
    <div class="span page-top">
      <p class="margin">As {first} <br />sees it</p>
      <div class="page-head">
        <h1 class="title">{first} works for {acting.business?.name}, as {found.data.standing}.</h1>
        <div class="page-acts">
          <a class="btn btn-sm" href="/{acting.number}/people/{found.data.id}">Back to yourself</a>
        </div>
      </div>
    </div>
    <div class="span section">
      <p class="margin">What {first} may do</p>
      <div class="sheet">
        <Holdings
          holdings={held.data.items}
          zone={acting.zone}
          none="Nothing: {first} sees an empty page, and whom to ask."
        />
      </div>
    </div>
  {:else if found.error ?? held.error}<NotHere error={found.error ?? held.error} />
  {:else}<Waiting />{/if}
</main>

<style>
  .sheet {
    padding: 0.75rem 1.625rem 1.25rem;
  }
</style>
