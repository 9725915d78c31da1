<script lang="ts">
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'

  /** Control was proven of what another business holds: it can be contested, with a reason. */
  let { claim, business, spends }: { claim: string; business: string; spends: boolean } = $props()

  const doing = new Doing()
  let reason = $state('')
  let means = $state('')

  const contest = (event: SubmitEvent) => {
    event.preventDefault()
    return doing.run(async headers => {
      const body = { claim, reason: reason.trim(), ...(means.trim() ? { means: means.trim() } : {}) }
      const params = { path: { business } }
      return (await answerOf(service.POST('/v1/businesses/{business}/contests', { params, body, headers }))).result
    })
  }
</script>

<form onsubmit={contest}>
  <h2 class="head">Is it yours?</h2>
  <p>
    You proved that you control it on its platform. Contest who owns it here: its owner is told now and every second
    day, and one no of theirs ends it. After three silent weeks it is handed over to you.
  </p>
  <Field name="contest-reason" term="Why it is yours" required maxlength={500} bind:value={reason} />
  {#if spends || doing.failed}
    <Field
      name="contest-means"
      term="What you pay for it with from then on"
      hint="One of your means of payment, as means/office-card; empty where it costs nothing."
      maxlength={80}
      bind:value={means}
    />
  {/if}
  <p><button class="btn" disabled={!reason.trim() || doing.busy}>Contest it</button></p>
  <Outcome {doing} label="Contest it" />
  {#if doing.told}<p><a href="/{business}/contests">See how far it is</a></p>{/if}
</form>

<style>
  form {
    display: grid;
    gap: 0.625rem;
    max-width: 38rem;
    margin-top: 1.5rem;
  }
</style>
