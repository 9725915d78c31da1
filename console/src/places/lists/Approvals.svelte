<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'

  /** Whether one admin alone makes and lowers others, or it takes two. */
  const acting = getActing()
  const doing = new Doing()
  const path = $derived({ business: acting.number })
  const found = createQuery(() => ({
    queryKey: ['business', acting.number],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}', { params: { path } })),
  }))
  const two = $derived(found.data?.twoApprovals ?? false)
  let choosing = $state(false)
  let reason = $state('')

  let most = $derived(String(found.data?.mostAdmins ?? ''))

  function set(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(
      async () =>
        (
          await answerOf(
            service.PUT('/v1/businesses/{business}/most-admins', { params: { path }, body: { most: Number(most) } }),
          )
        ).result,
    )
  }

  function choose(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async () => {
      const body = { twoApprovals: !two, reason: reason.trim() }
      const told = await answerOf(service.PUT('/v1/businesses/{business}/approvals', { params: { path }, body }))
      choosing = false
      reason = ''
      return told.result
    })
  }
</script>

{#if found.data}
  <p class="note">
    {two
      ? 'It takes two admins to make or lower one, to hand over assets, to let a manager account give access and to name an understudy: one asks, another agrees.'
      : 'One admin alone makes and lowers others, hands over assets and names an understudy; all admins are told.'}
    <button class="quiet" aria-expanded={choosing} onclick={() => (choosing = !choosing)}
      >{two ? 'Let one be enough' : 'Let it take two'}</button
    >
  </p>
  {#if choosing}
    <form onsubmit={choose}>
      <Field name="approvals-reason" term="Why, for all admins" required maxlength={500} bind:value={reason} />
      <p><button class="btn btn-sm" disabled={doing.busy}>{two ? 'Let one be enough' : 'Let it take two'}</button></p>
    </form>
  {/if}
  <form class="most" onsubmit={set}>
    <Field
      name="most-admins"
      term="Tell it on the desk when there are more admins than"
      type="number"
      required
      bind:value={most}
    />
    <button class="btn btn-sm" disabled={doing.busy || most === String(found.data.mostAdmins)}>Set it</button>
  </form>
  <Outcome {doing} label="Choose it" />
  <p class="note"><a href="/{acting.number}/closing">Close {acting.business?.name}</a>, so that everything ends</p>
{/if}

<style>
  form {
    display: grid;
    gap: 0.5rem;
    max-width: 34rem;
  }
  .most {
    grid-template-columns: minmax(0, 20rem) auto;
    justify-content: start;
    align-items: end;
    margin-top: 0.75rem;
  }
</style>
