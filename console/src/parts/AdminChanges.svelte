<script lang="ts">
  import { sayInstant, Temporal, withReason } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../frame/acting-context'
  import { Doing } from '../reach/doing.svelte'
  import { answerOf, service } from '../reach/service'
  import Age from './Age.svelte'
  import Field from './Field.svelte'
  import Outcome from './Outcome.svelte'

  /**
   * What was done to admins within the last three days: of the acting business, or to who is signed in, wherever it was.
   * Another admin, or whom it concerns, asks for it to be undone.
   */
  let { mine = false }: { mine?: boolean } = $props()

  const acting = getActing()
  const doing = new Doing()
  const path = $derived({ business: acting.number })
  const found = createQuery(() => ({
    queryKey: ['admin changes', mine ? 'mine' : acting.number],
    queryFn: async () =>
      answerOf(
        mine
          ? service.GET('/v1/me/admin-changes')
          : service.GET('/v1/businesses/{business}/admin-changes', { params: { path } }),
      ),
    enabled: mine || (acting.isAdmin && acting.number !== ''),
  }))
  /** The one that is asked to be undone, and why. */
  let chosen: string | null = $state(null)
  let reason = $state('')

  function ask(event: SubmitEvent) {
    event.preventDefault()
    const change = chosen!
    void doing.run(async () => {
      const body = { reason: reason.trim() }
      const asked = await answerOf(
        mine
          ? service.POST('/v1/me/admin-changes/{change}/undoing', { params: { path: { change } }, body })
          : service.POST('/v1/businesses/{business}/admin-changes/{change}/undoing', {
              params: { path: { ...path, change } },
              body,
            }),
      )
      chosen = null
      reason = ''
      return asked.result
    })
  }
</script>

{#if (found.data?.items.length ?? 0) > 0}
  <section class="span section">
    <h2 class="margin">Admins</h2>
    <div>
      {#each found.data?.items ?? [] as change (change.id)}
        <p class="entry">
          {change.said}{mine ? ` at ${change.business.name}` : ''}, <Age
            at={change.at}
            zone={acting.zone}
          />{withReason('', change.reason)}
          {#if change.proposal}It was asked for it to be undone; another admin decides.
          {:else if change.canAsk}<button
              class="quiet"
              aria-expanded={chosen === change.id}
              onclick={() => (chosen = chosen === change.id ? null : change.id)}>Ask for it to be undone</button
            >{/if}
        </p>
        {#if chosen === change.id}
          <form onsubmit={ask}>
            <Field
              name="undo-reason"
              term="Why it should be undone"
              hint="Another admin decides. It can be asked until {sayInstant(
                Temporal.Instant.from(change.until),
                acting.zone,
              )}."
              required
              maxlength={500}
              bind:value={reason}
            />
            <p><button class="btn btn-sm" disabled={doing.busy}>Ask for it</button></p>
          </form>
        {/if}
      {/each}
      <Outcome {doing} label="Ask for it" />
    </div>
  </section>
{:else}<Outcome {doing} label="Ask for it" />{/if}

<style>
  form {
    display: grid;
    gap: 0.5rem;
    max-width: 34rem;
    margin: 0.25rem 0 0.75rem;
  }
</style>
