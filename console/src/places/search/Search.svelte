<script lang="ts">
  import { sayCount } from '@famiglia/core'
  import { searchParams } from 'sv-router'
  import { getActing } from '../../frame/acting-context'
  import { pageOf, searched, sorts } from '../../frame/found'
  import { pagesCalled, pagesFor } from '../../frame/pages'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'

  /** All that is called so, sort by sort; and where nothing is, where else to look. */
  const acting = getActing()
  const find = $derived(searchParams.get('find')?.toString() ?? '')
  const found = searched(acting, () => find)
  const pages = $derived(pagesCalled(pagesFor(acting), find))
  const sorted = $derived(
    Object.entries(sorts)
      .map(([what, name]) => ({ name, items: (found.data?.items ?? []).filter(one => one.what === what) }))
      .filter(({ items }) => items.length > 0),
  )
  const none = $derived(found.data && sorted.length === 0 && pages.length === 0)
</script>

<svelte:head><title>{find} · Search · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Search</p>
    <div><h1 class="title">What is called “<bdi>{find}</bdi>”</h1></div>
  </div>
  {#if found.error}<div class="span section"><Trouble error={found.error} /></div>
  {:else if !found.data && find.length > 1}<div class="span section"><Waiting /></div>{/if}
  {#each sorted as { name, items } (name)}
    <section class="span section">
      <h2 class="margin">{name}</h2>
      <ul>
        {#each items as one (one.at + one.name)}
          <li><a href={pageOf(one, acting)} dir="auto">{one.name}</a> <small dir="auto">{one.detail}</small></li>
        {/each}
      </ul>
    </section>
  {/each}
  {#if pages.length > 0}
    <section class="span section">
      <h2 class="margin">Pages</h2>
      <ul>
        {#each pages as { name, path } (path)}<li><a href={path}>{name}</a></li>{/each}
      </ul>
    </section>
  {/if}
  {#if none}
    <section class="span section">
      <h2 class="margin">Nothing</h2>
      <div class="else">
        <p class="entry">
          {found.data?.advice ?? `For ${acting.business?.name} you see nothing of that name.`}
        </p>
        {#each found.data?.elsewhere ?? [] as other (other.number)}
          <p>
            For <bdi>{other.name}</bdi> you have {sayCount(other.count, 'thing', 'things')} of that name.
            <a href="/{other.number}/search?find={encodeURIComponent(find)}">Look there</a>
          </p>
        {/each}
        {#if acting.isAdmin}
          <p>
            An asset may not have been brought in yet, or be archived.
            <a href="/{acting.number}/bring-in">Bring it in</a>, or
            <a href="/{acting.number}/lists">look at all of them</a>.
          </p>
          <p>
            A business that is new to you is found by its number. <a href="/{acting.number}/families">Look one up</a>
          </p>
        {:else}
          <p>
            It may be here without being given to you; we say the same in both cases.
            <a href="/{acting.number}/ask?on={encodeURIComponent(find)}">Ask for it</a>
          </p>
        {/if}
      </div>
    </section>
  {/if}
</main>

<style>
  li {
    padding: 0.375rem 0;
    border-bottom: 1px solid var(--rule);
    overflow-wrap: anywhere;
  }
  li a {
    font: 500 1.125rem/1.5rem var(--font-serif);
  }
  small {
    color: var(--ink-2);
    margin-left: 0.5rem;
  }
  .else {
    display: grid;
    gap: 0.5rem;
    max-width: 38rem;
  }
</style>
