<script lang="ts">
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'

  const doing = new Doing()
  let current = $state('')
  let password = $state('')

  function change(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async () => {
      await answerOf(service.PUT('/v1/me/password', { body: { current, password } }))
      current = ''
      password = ''
      return 'Changed. Your other sign-ins have ended.'
    })
  }
</script>

<form onsubmit={change}>
  <Field
    name="current"
    term="The one until now"
    type="password"
    autocomplete="current-password"
    required
    bind:value={current}
  />
  <Field
    name="password"
    term="A new one"
    type="password"
    minlength={10}
    autocomplete="new-password"
    required
    hint="At least 10 characters."
    bind:value={password}
  />
  <p><button class="btn btn-sm" disabled={doing.busy}>Change it</button></p>
  <Outcome {doing} />
</form>

<style>
  form {
    display: grid;
    gap: 0.625rem;
    max-width: 28rem;
  }
</style>
