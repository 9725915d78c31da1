<script lang="ts">
  import { Temporal } from '@famiglia/core'
  import Field from '../../parts/Field.svelte'
  import Slip from '../../parts/Slip.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'

  /** A token for scripts, shown once. */
  let name = $state('')
  let unattended = $state(false)
  let made = $state('')
  const doing = new Doing()

  function make(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async () => {
      const until = Temporal.Now.instant()
        .add({ hours: 90 * 24 })
        .toString()
      made = (await answerOf(service.POST('/v1/me/tokens', { body: { name, until, unattended } }))).token
      name = ''
    })
  }
</script>

<form onsubmit={make}>
  <Field
    name="token"
    term="A new token for scripts, good for 90 days"
    placeholder="what it is for"
    required
    maxlength={60}
    bind:value={name}
  />
  <label class="check"
    ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={unattended} /> unattended: it is never asked to confirm
    who you are</label
  >
  {#if made}<Slip tone="fine">Copy it now, it is not shown again: <code>{made}</code></Slip>{/if}
  <p><button class="btn btn-sm" disabled={doing.busy}>Make a token</button></p>
</form>
<Outcome {doing} label="Make the token" />

<style>
  form {
    display: grid;
    gap: 0.625rem;
    max-width: 34rem;
    margin-top: 1.25rem;
  }
  .check {
    display: flex;
    gap: 0.625rem;
    align-items: center;
  }
  code {
    font-family: var(--font-mono);
    overflow-wrap: anywhere;
  }
</style>
