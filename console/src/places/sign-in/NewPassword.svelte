<script lang="ts">
  import { browserSupportsWebAuthn } from '@simplewebauthn/browser'
  import PlainPage from '../../frame/PlainPage.svelte'
  import Field from '../../parts/Field.svelte'
  import Slip from '../../parts/Slip.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { askPasskey } from '../../reach/passkeys'
  import { answerOf, service } from '../../reach/service'

  const link = location.hash.slice(1)
  let password = $state('')
  let second = $state('')
  let needs: 'code' | 'passkey' | null = $state(null)
  let chosen = $state(false)
  let failed: unknown = $state(null)

  /** Six digits are a code of the app; anything else is taken for a recovery code. */
  const secondProof = () => {
    const plain = second.replace(/\s/g, '')
    return /^\d{6}$/.test(plain) ? { code: plain } : { recovery: plain }
  }

  const choose = (event: SubmitEvent) => {
    event.preventDefault()
    return attempt(async () => (needs ? secondProof() : {}))
  }

  const withPasskey = () =>
    attempt(async () => {
      const { id, options } = await answerOf(service.POST('/v1/sign-in/passkey/challenge'))
      return { passkey: { challenge: id, credential: (await askPasskey(options)) as never } }
    })

  async function attempt(prove: () => Promise<object>) {
    failed = null
    try {
      const body = { link, password, ...(await prove()) }
      const outcome = await answerOf(service.POST('/v1/forgotten-passwords/choice', { body }))
      needs = outcome.needs
      chosen = outcome.needs === null
    } catch (error) {
      failed = error
    }
  }
</script>

<svelte:head><title>A new password · Famiglia</title></svelte:head>
<PlainPage>
  <div class="span page-top">
    <p class="margin">A new password</p>
    <h1 class="title">{chosen ? 'It is chosen.' : 'Choose a new password.'}</h1>
  </div>
  <form class="section" onsubmit={choose}>
    {#if chosen}
      <Slip tone="fine">All sign-ins that were open have ended. <a href="/sign-in">Sign in with the new one</a></Slip>
    {:else}
      <Field
        name="password"
        term="A new password"
        type="password"
        minlength={10}
        autocomplete="new-password"
        required
        hint="At least 10 characters. Several words are easy to keep in mind."
        bind:value={password}
      />
      {#if needs}<Field
          name="second"
          term={needs === 'code' ? 'The code your app shows, or a recovery code' : 'Your passkey, or a recovery code'}
          autocomplete="one-time-code"
          required
          bind:value={second}
        />{/if}
      {#if failed}<Trouble error={failed} />{/if}
      <p>
        <button class="btn btn-primary">Choose it</button>
        {#if needs === 'passkey' && browserSupportsWebAuthn()}<button class="btn" type="button" onclick={withPasskey}
            >With your passkey</button
          >{/if}
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
