<script lang="ts">
  import { Refusal } from '../reach/service'
  import Slip from './Slip.svelte'

  /** What was refused or went wrong, as the service told it. */
  let { error }: { error: unknown } = $props()
</script>

<Slip tone="badly">
  {#if error instanceof Refusal}
    <b>{error.problem.title}.</b> {error.message}
  {:else}
    {error instanceof Error ? error.message : 'Something went wrong.'}
  {/if}
</Slip>
