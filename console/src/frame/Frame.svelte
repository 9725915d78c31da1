<script lang="ts">
  import { onMount, setContext, type Snippet } from 'svelte'
  import { Acting } from '../reach/acting.svelte'
  import { hearChanges } from '../reach/live'
  import { queries } from '../reach/queries'
  import Waiting from '../parts/Waiting.svelte'
  import Trouble from '../parts/Trouble.svelte'
  import ClosedSince from './ClosedSince.svelte'
  import NotYours from './NotYours.svelte'
  import Silence from './Silence.svelte'
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
  <Silence />
  {#if !acting.isElsewhere}<ClosedSince {acting} />{/if}
  {#if acting.isElsewhere}<NotYours {acting} />{:else}{@render children()}{/if}
{:else}
  <Silence />
  <main class="ledger">
    <div class="section">
      {#if acting.failed}<Trouble error={acting.failed} />{:else}<Waiting />{/if}
    </div>
  </main>
{/if}
