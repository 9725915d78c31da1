<script lang="ts">
  import type { Snippet } from 'svelte'
  import Wordmark from '../parts/Wordmark.svelte'

  /** A page for who is not signed in, or does not have to be. */
  let { note = '', children }: { note?: string; children: Snippet } = $props()
</script>

<header class="spine plain"><Wordmark /><span></span><span></span><span class="bar-note">{note}</span></header>
<main class="ledger">{@render children()}</main>
