<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'

  /** Whether reminders come by letter. */
  const doing = new Doing()
  const reminders = createQuery(() => ({
    queryKey: ['my reminders'],
    queryFn: async () => answerOf(service.GET('/v1/me/reminders')),
  }))
  const byLetter = $derived(reminders.data?.byLetter)

  const want = (wanted: boolean) =>
    doing.run(async () => {
      await answerOf(service.PUT('/v1/me/reminders', { body: { byLetter: wanted } }))
      return wanted ? 'Reminders come by letter again.' : 'No more reminders come by letter.'
    })
</script>

<div>
  {#if byLetter !== undefined}
    <p>
      {byLetter
        ? 'You get a letter when something waits for your answer for days, or is about to run out.'
        : 'You get no letter when something waits for your answer for days, or is about to run out. Your desk and “My access” show it.'}
      <button class="quiet" disabled={doing.busy} onclick={() => want(!byLetter)}
        >{byLetter ? 'No more reminders by letter' : 'Remind me by letter'}</button
      >
    </p>
  {/if}
  <Outcome {doing} label={byLetter ? 'No more reminders' : 'Remind me'} />
</div>
