<script lang="ts">
  import { getActing } from '../frame/acting-context'
  import type { Doing } from '../reach/doing.svelte'
  import ProofFields from './ProofFields.svelte'
  import Slip from './Slip.svelte'
  import Trouble from './Trouble.svelte'
  import { Unreachable } from '../reach/service'

  /** What came of something that was done on the page: told, refused, or a fresh proof asked for first. */
  let { doing, label = 'Prove it', ending = false }: { doing: Doing; label?: string; ending?: boolean } = $props()

  const acting = getActing()
</script>

{#if doing.asking}
  <div class="asks" role="group" aria-label="Confirm it’s you">
    <p>Confirm it’s you to do this. That holds for 10 minutes.</p>
    <ProofFields person={acting.me!.person} busy={doing.busy} {label} {ending} onprove={proof => doing.prove(proof)} />
    <button class="quiet" onclick={() => doing.forget()}>Leave it</button>
  </div>
{/if}
{#if doing.failed instanceof Unreachable}
  <Slip tone="badly">
    We do not know whether it arrived. <b>Sending it again is safe:</b> it counts only once.
    {#snippet remedy()}<button class="btn btn-sm" disabled={doing.busy} onclick={() => doing.again()}
        >Send it again</button
      >{/snippet}
  </Slip>
{:else if doing.failed}<Trouble error={doing.failed} />{/if}
{#if doing.told}<Slip tone="fine">{doing.told}</Slip>{/if}

<style>
  .asks {
    display: grid;
    gap: 0.625rem;
    justify-items: start;
    max-width: 26rem;
    padding: 0.875rem 1rem;
    margin: 0.5rem 0;
    background: var(--wash-due);
    border-radius: 2px;
  }
</style>
