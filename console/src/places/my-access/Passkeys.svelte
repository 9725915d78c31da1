<script lang="ts">
  import { browserSupportsWebAuthn } from '@simplewebauthn/browser'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Age from '../../parts/Age.svelte'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import RecoveryCodes from './RecoveryCodes.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { makePasskey } from '../../reach/passkeys'
  import { answerOf, service } from '../../reach/service'

  /** Passkeys (WebAuthn): they sign in and prove again, without anything to type. */
  const acting = getActing()
  const doing = new Doing()
  const passkeys = createQuery(() => ({
    queryKey: ['my passkeys'],
    queryFn: async () => answerOf(service.GET('/v1/me/passkeys')),
  }))
  let name = $state('')
  let codes: string[] = $state([])

  function add(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async () => {
      const { id, options } = await answerOf(service.POST('/v1/me/passkeys/challenge'))
      const credential = await makePasskey(options)
      const body = { challenge: id, name, credential: credential as never }
      codes = (await answerOf(service.POST('/v1/me/passkeys', { body }))).recoveryCodes
      const added = name
      name = ''
      return `The passkey “${added}” is added. From now on your password alone does not sign you in.`
    })
  }

  const remove = (passkey: string) =>
    doing.run(async () => {
      await answerOf(service.DELETE('/v1/me/passkeys/{passkey}', { params: { path: { passkey } } }))
      return 'Removed.'
    })
</script>

<div>
  {#each passkeys.data?.items ?? [] as passkey (passkey.id)}
    <p class="row">
      <b>{passkey.name}</b>
      <span
        >added <Age at={passkey.addedAt} zone={acting.zone} />{#if passkey.usedAt}, used <Age
            at={passkey.usedAt}
            zone={acting.zone}
          />{/if}</span
      >
      <button class="quiet" onclick={() => remove(passkey.id)}>Remove</button>
    </p>
  {:else}<p>None yet. A passkey signs you in with your device’s lock; nothing can be guessed or passed on.</p>{/each}
  {#if browserSupportsWebAuthn()}
    <form onsubmit={add}>
      <Field name="passkey" term="A new passkey" placeholder="this laptop" required maxlength={60} bind:value={name} />
      <button class="btn btn-sm" disabled={doing.busy}>Add a passkey</button>
    </form>
  {/if}
  <Outcome {doing} label="Go on" />
  <RecoveryCodes {codes} />
</div>

<style>
  .row {
    display: flex;
    gap: 1rem;
    padding: 0.25rem 0;
    border-bottom: 1px solid var(--rule);
    max-width: 40rem;
    justify-content: space-between;
  }
  form {
    display: flex;
    gap: 0.75rem;
    align-items: end;
    margin-top: 0.75rem;
  }
</style>
