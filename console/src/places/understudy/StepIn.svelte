<script lang="ts">
  import { sayCount } from '@famiglia/core'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import type { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'

  /** The understudy steps in, and says why. */
  let { doing, days }: { doing: Doing; days: number } = $props()

  const acting = getActing()
  let reason = $state('')

  function step(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async () => {
      const params = { path: { business: acting.number } }
      const body = { reason: reason.trim() }
      return (await answerOf(service.POST('/v1/businesses/{business}/understudy/stepping-in', { params, body }))).result
    })
  }
</script>

<form onsubmit={step}>
  <Field
    name="reason"
    term="Why you step in"
    hint="All admins and people in finance read it, at once and every second day. One no of them ends it; without one you are an admin in {sayCount(
      days,
      'day',
      'days',
    )}."
    required
    maxlength={500}
    bind:value={reason}
  />
  <p><button class="btn btn-primary" disabled={!reason.trim() || doing.busy}>Step in</button></p>
</form>

<style>
  form {
    display: grid;
    gap: 0.625rem;
    max-width: 34rem;
    margin-top: 1rem;
  }
</style>
