<script lang="ts">
  import { understudyDays } from '@famiglia/core'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import type { Doing } from '../../reach/doing.svelte'
  import { peopleOf } from '../../reach/lists'
  import { answerOf, service } from '../../reach/service'

  /** Asks a member to be the understudy, with the days of silence it takes. */
  let { doing }: { doing: Doing } = $props()

  const acting = getActing()
  const people = peopleOf(acting, () => '')
  const able = $derived((people.data?.items ?? []).filter(person => person.standing !== 'admin'))
  let who = $state('')
  let days = $state(String(understudyDays.usual))
  let note = $state('')

  function name(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async headers => {
      const body = { who, days: Number(days), ...(note.trim() ? { note: note.trim() } : {}) }
      const params = { path: { business: acting.number } }
      const told = await answerOf(service.POST('/v1/businesses/{business}/understudy', { params, body, headers }))
      note = ''
      return told.result
    })
  }
</script>

<form onsubmit={name}>
  <label class="field"
    ><span>Who</span>
    <select class="select" name="who" required bind:value={who}>
      <option value="" disabled>Choose one of your people</option>
      {#each able as person (person.id)}<option value={person.id}
          >{person.name}{person.secondProof === false ? ', has no second step of signing in yet' : ''}</option
        >{/each}
    </select></label
  >
  <Field
    name="days"
    term="Days without a no"
    type="number"
    hint="From {understudyDays.least} to {understudyDays.most}. All admins and people in finance are told at once and every second day."
    required
    bind:value={days}
  />
  <Field name="note" term="A word to them" maxlength={500} bind:value={note} />
  <p><button class="btn btn-primary" disabled={!who || doing.busy}>Ask them</button></p>
  <p class="note">
    They accept, with a second step of signing in set up. They may nothing more than now until they step in and nobody
    says no.
  </p>
</form>

<style>
  form {
    display: grid;
    gap: 0.625rem;
    max-width: 34rem;
  }
</style>
