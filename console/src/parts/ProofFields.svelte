<script lang="ts">
  import type { Proof } from '../reach/doing.svelte'
  import type { Schemas } from '../reach/service'

  /** Asks for a fresh proof: a passkey first, where there is one, then a code, or the password where nothing else is set up. */
  interface Props {
    person: Schemas['Me']['person']
    busy: boolean
    label: string
    ending?: boolean
    onprove: (proof: Proof) => void
  }
  let { person, busy, label, ending = false, onprove }: Props = $props()

  let secret = $state('')

  function prove(event: SubmitEvent) {
    event.preventDefault()
    onprove(person.codeSetUp ? { code: secret.replace(/\s/g, '') } : { password: secret })
    secret = ''
  }
</script>

{#if person.passkeys > 0}
  <button
    type="button"
    class={['btn', ending ? 'end' : 'btn-primary']}
    disabled={busy}
    onclick={() => onprove('passkey')}>{label} with a passkey</button
  >
{/if}
{#if person.codeSetUp || person.passkeys === 0}
  <form onsubmit={prove}>
    {#if person.codeSetUp}
      <label class="field"
        ><span>Six-digit code</span><input
          class="input num"
          name="code"
          inputmode="numeric"
          autocomplete="one-time-code"
          pattern="[0-9 ]{'{6,7}'}"
          required
          bind:value={secret}
        /></label
      >
    {:else}
      <label class="field"
        ><span>Password</span><input
          class="input"
          type="password"
          name="password"
          autocomplete="current-password"
          required
          bind:value={secret}
        /></label
      >
    {/if}
    <button class={['btn', { 'btn-primary': !ending && person.passkeys === 0, end: ending }]} disabled={busy}
      >{label}</button
    >
  </form>
{/if}

<style>
  form {
    display: grid;
    gap: 0.5rem;
  }
</style>
