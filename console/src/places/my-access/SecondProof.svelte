<script lang="ts">
  import QRCode from 'qrcode'
  import Field from '../../parts/Field.svelte'
  import RecoveryCodes from './RecoveryCodes.svelte'
  import Slip from '../../parts/Slip.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'

  /** Setting up a second step: the secret counts only after a first code came back. */
  let { setUp }: { setUp: boolean } = $props()

  let begun: { secret: string; picture: string } | null = $state(null)
  let code = $state('')
  let done = $state(false)
  let codes: string[] = $state([])
  const doing = new Doing()

  const begin = () =>
    doing.run(async () => {
      const { secret, address } = await answerOf(service.POST('/v1/me/second-proof'))
      begun = { secret, picture: await QRCode.toDataURL(address, { margin: 1, width: 192 }) }
    })

  const confirm = (event: SubmitEvent) => {
    event.preventDefault()
    return doing.run(async () => {
      const body = { code: code.replace(/\s/g, '') }
      codes = (await answerOf(service.POST('/v1/me/second-proof/confirmation', { body }))).recoveryCodes
      done = true
      begun = null
    })
  }
</script>

<div>
  {#if done}<Slip tone="fine">The second step is set up. From now on signing in takes a code.</Slip><RecoveryCodes
      {codes}
    />{/if}
  {#if begun}
    <form onsubmit={confirm}>
      <img src={begun.picture} alt="The secret as a QR code, for your authenticator app" width="192" height="192" />
      <div>
        <p>Read this into your authenticator app, or type the secret <code>{begun.secret}</code>.</p>
        <Field
          name="code"
          term="The code it shows now"
          inputmode="numeric"
          autocomplete="one-time-code"
          pattern="[0-9 ]{'{6,7}'}"
          required
          bind:value={code}
        />
        <p><button class="btn btn-primary btn-sm">Take it into use</button></p>
      </div>
    </form>
  {:else}
    <p>
      {setUp
        ? 'A code from your authenticator app (TOTP) is set up.'
        : 'None is set up: anyone who learns your password can act as you.'}
      <button class="btn btn-sm" onclick={begin}>{setUp ? 'Set it up anew' : 'Set up a second step'}</button>
    </p>
  {/if}
  <Outcome {doing} label="Go on" />
</div>

<style>
  form {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr);
    gap: 1.5rem;
    max-width: 44rem;
  }
  form div {
    display: grid;
    gap: 0.75rem;
  }
  code {
    font-family: var(--font-mono);
    overflow-wrap: anywhere;
  }
  @media (max-width: 900px) {
    form {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
