<script lang="ts">
  import type { Acting } from '../reach/acting.svelte'
  import { route } from '../router'

  /** The page of a business that one does not work for: says so, and leads to the same page of those one does work for. */
  let { acting }: { acting: Acting } = $props()

  const named = $derived((route.params as { business?: string }).business ?? '')
  const rest = $derived(route.pathname.split('/').slice(2).join('/') + location.search)
</script>

<svelte:head><title>Not your business · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Not here</p>
    <div>
      <h1 class="title">You do not work for <bdi>{named}</bdi>.</h1>
      <p class="sub">
        You are signed in as <bdi>{acting.me?.person.name}</bdi> ({acting.me?.person.address}). No business of that
        number may exist, or it is open for another sign-in of yours.
      </p>
      {#if (acting.me?.businesses ?? []).length > 0}
        <p class="sub">Open the same page for</p>
        <ul>
          {#each acting.me?.businesses ?? [] as own (own.number)}
            <li><a href="/{own.number}/{rest}"><bdi>{own.name}</bdi></a> <small class="num">{own.number}</small></li>
          {/each}
        </ul>
      {:else}<p class="sub"><a href="/my-access">My access</a></p>{/if}
    </div>
  </div>
</main>

<style>
  li {
    padding: 0.25rem 0;
  }
  small {
    color: var(--ink-2);
  }
</style>
