<script lang="ts">
  import { onMount, setContext, type Snippet } from 'svelte'
  import { Acting } from '../reach/acting.svelte'
  import { hearChanges } from '../reach/live'
  import { queries } from '../reach/queries'
  import Trouble from '../parts/Trouble.svelte'
  import Spine from './Spine.svelte'
  import { actingKey } from './acting-context'

  /** Every place that takes a sign-in: the spine above, the page below, for the business in the address. */
  let { children }: { children: Snippet } = $props()

  const acting = new Acting()
  setContext(actingKey, acting)
  onMount(() => hearChanges(() => void queries.invalidateQueries()))
</script>

{#if acting.me}
  <Spine {acting} />
  {@render children()}
{:else if acting.failed}
  <main class="ledger"><div class="section"><Trouble error={acting.failed} /></div></main>
{/if}
