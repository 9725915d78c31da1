<script lang="ts">
  import type { Schemas } from '../../reach/service'
  import ProofFields from '../../parts/ProofFields.svelte'
  import type { Sending } from './sending.svelte'

  /** The fresh proof is the act of signing: the name is pale until it is given, then ink. */
  interface Props {
    sending: Sending
    signer: Schemas['Me']
    business: string
    today: string | undefined
    takesProof: boolean
    label: string
    ending: boolean
    /** Whether something has to be answered first. */
    held?: boolean
  }
  let { sending, signer, business, today, takesProof, label, ending, held = false }: Props = $props()
</script>

<div class="signing">
  <div>
    <p class={['line', { pale: takesProof }]}>{signer.person.name}</p>
    <p class="note">for {business}, {today}</p>
  </div>
  <div class="proof">
    {#if takesProof}
      <ProofFields
        person={signer.person}
        busy={sending.busy || held}
        label={ending ? label : `Sign and ${label}`}
        {ending}
        onprove={proof => sending.send(proof)}
      />
    {:else}
      <button
        class={['btn', ending ? 'end' : 'btn-primary']}
        disabled={sending.busy || held}
        onclick={() => sending.send(null)}>{ending ? label : `Sign and ${label}`}</button
      >
    {/if}
  </div>
</div>
<p class="note why">
  {#if takesProof}This lets somebody act, spend or see what was hidden, so confirm it’s you; that then holds for 10
    minutes.
  {:else if ending}Ending does not ask you to confirm it’s you: stopping is quick.
  {:else}You confirmed it’s you less than 10 minutes ago, or this does not ask for it.{/if}
</p>

<style>
  .signing {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 1.5rem;
    align-items: end;
  }
  .line {
    border-bottom: 1.5px solid var(--color-base-content);
    font: italic 500 1.375rem/2.25rem var(--font-serif);
    padding: 0 0.25rem;
    transition: color 400ms;
  }
  .pale {
    color: var(--ink-3);
  }
  .proof {
    display: grid;
    gap: 0.5rem;
    justify-items: stretch;
  }
  .why {
    margin-top: 0.75rem;
  }
  @media (max-width: 900px) {
    .signing {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
