<script lang="ts">
  import { capitalised, daysToReopen, sayCount, sayDate, sayEnd, Temporal } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'

  /** Closing a business: what ends, what has to be settled before, the way back; and opening it again. */
  const acting = getActing()
  const doing = new Doing()
  const params = $derived({ path: { business: acting.number } })
  const found = createQuery(() => ({
    queryKey: ['closing', acting.number],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/closure', { params })),
    enabled: acting.number !== '',
  }))
  const told = $derived(found.data)
  const name = $derived(acting.business?.name ?? '')
  const instant = (text: string) => Temporal.Instant.from(text)
  let reason = $state('')
  let typed = $state('')

  function close(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async headers => {
      const said = await answerOf(
        service.PUT('/v1/businesses/{business}/closure', { params, body: { reason: reason.trim() }, headers }),
      )
      return said.result
    })
  }
  const reopen = () =>
    doing.run(
      async headers =>
        (await answerOf(service.DELETE('/v1/businesses/{business}/closure', { params, headers }))).result,
    )
</script>

<svelte:head><title>Close the business · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Close the business</p>
    <h1 class="title">
      {#if told?.closed}{name} was closed on {sayDate(instant(told.closed.at), acting.zone)}{:else}Close {name}, so that
        everything ends{/if}
    </h1>
  </div>
  <div class="span"><Outcome {doing} label={told?.closed ? 'Open it again' : 'Close it'} ending={!told?.closed} /></div>
  {#if told?.closed}
    <div class="section">
      <p class="entry">
        {told.closed.by} closed it. Nothing that it gave or held counts any more; all of it can still be read.
      </p>
      {#if told.closed.reopensUntil}
        <p class="entry">
          It can be opened again until {sayEnd(instant(told.closed.reopensUntil), acting.zone)}. What nobody ended since
          counts as before then; what waited for an answer has to be sent again.
        </p>
        <p><button class="btn btn-primary" disabled={doing.busy} onclick={reopen}>Open it again</button></p>
      {:else}<p class="entry">It cannot be opened again.</p>{/if}
    </div>
  {:else if told}
    <div class="span section">
      <p class="margin">What ends</p>
      <div>
        <p class="entry">
          {capitalised(sayCount(told.people, 'person', 'people'))} can do nothing any more on its {sayCount(
            told.assets,
            'asset',
          )}, and nothing counts between it and {sayCount(
            told.partners,
            'other business',
            'other businesses',
          )}.{told.proposals > 0
            ? ` ${capitalised(sayCount(told.proposals, 'letter', 'letters'))} without an answer ${told.proposals === 1 ? 'is' : 'are'} withdrawn.`
            : ''} All of them are told by letter.
        </p>
        <p class="entry">
          What was stays readable for anyone who works for it. For {daysToReopen} days an admin can open it again, and what
          nobody ended meanwhile counts as before.
        </p>
      </div>
    </div>
    {#if told.inTheWay.length > 0}
      <div class="span section">
        <p class="margin">First</p>
        <ul>
          {#each told.inTheWay as said (said)}<li class="entry">{said}</li>{/each}
        </ul>
      </div>
    {:else}
      <form class="section" onsubmit={close}>
        <Field name="closing-reason" term="Why, for its history" required maxlength={500} bind:value={reason} />
        <Field name="closing-name" term="Type {name} to close it" required autocomplete="off" bind:value={typed} />
        <p class="acts">
          <button class="btn end" disabled={doing.busy || typed.trim() !== name}>Close {name}</button>
          <a class="quiet" href="/{acting.number}/desk">Leave it open</a>
        </p>
      </form>
    {/if}
  {:else if found.error}<div class="section"><Trouble error={found.error} /></div>
  {:else}<Waiting />{/if}
</main>

<style>
  form {
    display: grid;
    gap: 0.875rem;
    max-width: 34rem;
  }
</style>
