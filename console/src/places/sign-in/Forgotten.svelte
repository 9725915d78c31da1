<script lang="ts">
  import PlainPage from '../../frame/PlainPage.svelte'
  import Field from '../../parts/Field.svelte'
  import Slip from '../../parts/Slip.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { answerOf, service } from '../../reach/service'

  let address = $state('')
  let sent = $state(false)
  let failed: unknown = $state(null)

  async function ask(event: SubmitEvent) {
    event.preventDefault()
    failed = null
    try {
      await answerOf(service.POST('/v1/forgotten-passwords', { body: { address } }))
      sent = true
    } catch (error) {
      failed = error
    }
  }
</script>

<svelte:head><title>Forgot the password · Famiglia</title></svelte:head>
<PlainPage>
  <div class="span page-top">
    <p class="margin">Forgotten</p>
    <h1 class="title">A link to choose a new password comes by letter.</h1>
  </div>
  <form class="section" onsubmit={ask}>
    {#if sent}
      <Slip tone="fine">If {address} has a sign-in, a letter is on its way there. Its link is good for 30 minutes.</Slip
      >
    {:else}
      <Field
        name="address"
        term="Your e-mail address"
        type="email"
        autocomplete="username"
        required
        bind:value={address}
      />
      {#if failed}<Trouble error={failed} />{/if}
      <p>
        <button class="btn btn-primary">Send me the link</button> <a class="quiet" href="/sign-in">Back to sign in</a>
      </p>
    {/if}
  </form>
</PlainPage>

<style>
  form {
    display: grid;
    gap: 0.875rem;
    max-width: 28rem;
  }
</style>
