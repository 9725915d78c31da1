<script lang="ts">
  import { Temporal } from '@famiglia/core'
  import Field from '../../parts/Field.svelte'
  import Slip from '../../parts/Slip.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { queries } from '../../reach/queries'
  import { answerOf, Refusal, service, type Schemas } from '../../reach/service'

  /** A token for scripts, shown once. */
  let { me }: { me: Schemas['Me'] } = $props()

  let name = $state('')
  let unattended = $state(false)
  let secret = $state('')
  let proofAsked = $state(false)
  let made = $state('')
  let failed: unknown = $state(null)

  async function make(event: SubmitEvent) {
    event.preventDefault()
    failed = null
    try {
      if (proofAsked)
        await answerOf(
          service.POST('/v1/me/proof', {
            body: me.person.secondProof ? { code: secret.replace(/\s/g, '') } : { password: secret },
          }),
        )
      const until = Temporal.Now.instant()
        .add({ hours: 90 * 24 })
        .toString()
      made = (await answerOf(service.POST('/v1/me/tokens', { body: { name, until, unattended } }))).token
      proofAsked = false
      name = ''
      await queries.invalidateQueries({ queryKey: ['my sessions'] })
    } catch (error) {
      failed = error
      proofAsked = proofAsked || (error instanceof Refusal && error.code === 'proof.needed')
    }
    secret = ''
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
    ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={unattended} /> unattended: it is never asked for a
    fresh proof</label
  >
  {#if proofAsked}<Field
      name="proof"
      term={me.person.secondProof ? 'Six-digit code' : 'Password'}
      type={me.person.secondProof ? 'text' : 'password'}
      required
      bind:value={secret}
    />{/if}
  {#if failed}<Trouble error={failed} />{/if}
  {#if made}<Slip tone="fine">Copy it now, it is not shown again: <code>{made}</code></Slip>{/if}
  <p><button class="btn btn-sm">Make a token</button></p>
</form>

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
