<script lang="ts">
  import { sayCount, sayDate, sayInstant, Temporal } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Outcome from '../../parts/Outcome.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'
  import NameUnderstudy from './NameUnderstudy.svelte'
  import SteppingIn from './SteppingIn.svelte'
  import StepIn from './StepIn.svelte'

  /** Who can become an admin where none is left to act: named, stepping in, stopped by one no. */
  const acting = getActing()
  const doing = new Doing()
  const params = $derived({ path: { business: acting.number } })
  const found = createQuery(() => ({
    queryKey: ['understudy', acting.number],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/understudy', { params })),
    enabled: acting.number !== '',
  }))
  const told = $derived(found.data)
  const understudy = $derived(told?.understudy ?? null)
  const on = (instant: string) => sayDate(Temporal.Instant.from(instant), acting.zone)
  const at = (instant: string) => sayInstant(Temporal.Instant.from(instant), acting.zone)

  const end = () =>
    doing.run(
      async () =>
        (await answerOf(service.POST('/v1/businesses/{business}/understudy/ending', { params, body: {} }))).result,
    )
  const withdraw = (proposal: string) =>
    doing.run(async () => {
      const path = { ...params.path, proposal }
      await answerOf(service.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', { params: { path } }))
      return 'Withdrawn.'
    })
</script>

<svelte:head><title>The understudy · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">The understudy</p>
    <h1 class="title">
      {#if told?.steppingIn}{told.steppingIn.name} becomes an admin on {on(told.steppingIn.becomes)}, unless one of you
        says no{:else if understudy}{understudy.isYou ? 'You are' : `${understudy.name} is`} the understudy of {acting
          .business?.name}{:else}{acting.business?.name}
        has no understudy{/if}
    </h1>
  </div>
  <div class="span"><Outcome {doing} label="Do it" ending /></div>
  {#if told}
    {#if told.steppingIn}<SteppingIn steppingIn={told.steppingIn} isYou={understudy?.isYou ?? false} {doing} />{/if}
    {#if understudy}
      <div class="span section">
        <p class="margin">What it is</p>
        <div>
          <dl class="facts">
            <div>
              <dt>Understudy</dt>
              <dd>{understudy.name}, {understudy.address}</dd>
            </div>
            <div>
              <dt>Named by</dt>
              <dd>{understudy.namedBy}; accepted on {on(understudy.since)}</dd>
            </div>
            <div>
              <dt>Stepping in</dt>
              <dd>
                An admin beside the others after {sayCount(understudy.days, 'day', 'days')} in which no admin and nobody in
                finance says no. Until then nothing more than now.
              </dd>
            </div>
            {#if understudy.stepsInFrom}<div>
                <dt>Not before</dt>
                <dd>{at(understudy.stepsInFrom)}: somebody said no a short while ago</dd>
              </div>{/if}
          </dl>
          {#if understudy.isYou && !told.steppingIn && !understudy.stepsInFrom}<StepIn
              {doing}
              days={understudy.days}
            />{/if}
          {#if acting.isAdmin || understudy.isYou}<p class="note">
              <button class="quiet" disabled={doing.busy} onclick={end}
                >{understudy.isYou
                  ? 'Do not be the understudy any more'
                  : `End it: ${understudy.name} is a member as before`}</button
              >
            </p>{/if}
        </div>
      </div>
    {/if}
    {#if told.asked}
      <div class="span section">
        <p class="margin">Asked</p>
        <div>
          <p class="entry">
            {told.asked.name} was asked on {on(told.asked.sentAt)}, and has not answered yet. It expires on {on(
              told.asked.lapsesAt,
            )}.
          </p>
          {#if acting.isAdmin}<p class="note">
              <button class="quiet" disabled={doing.busy} onclick={() => withdraw(told.asked!.proposal)}
                >Withdraw it</button
              >
            </p>{/if}
        </div>
      </div>
    {:else if acting.isAdmin}
      <div class="span section">
        <p class="margin">{understudy ? 'Somebody else' : 'Name one'}</p>
        <NameUnderstudy {doing} />
      </div>
    {:else if !understudy}<p class="entry">An admin can name one.</p>{/if}
  {:else if found.error}<div class="section"><Trouble error={found.error} /></div>
  {:else}<Waiting />{/if}
</main>
