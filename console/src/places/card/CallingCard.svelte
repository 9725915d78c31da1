<script lang="ts">
  import { capitalised, sayWhereItWorks } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import PlainPage from '../../frame/PlainPage.svelte'
  import NumberPlate from '../../parts/NumberPlate.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { answerOf, fetchMe, service } from '../../reach/service'
  import { route } from '../../router'
  import { sayAddress } from '../give/say'

  /** A business's calling card. Opened by a client it composes the offer; nothing is copied by hand. */
  const number = $derived((route.params as { number?: string }).number ?? '')
  const found = createQuery(() => ({
    queryKey: ['calling card', number],
    queryFn: async () => answerOf(service.GET('/v1/cards/{number}', { params: { path: { number } } })),
    refetchInterval: false as const,
  }))
  const me = createQuery(() => ({
    queryKey: ['me at the card'],
    queryFn: async () => fetchMe().catch(() => null),
    refetchInterval: false as const,
  }))
  const card = $derived(found.data)
  const givers = $derived(me.data?.businesses.filter(one => one.standing === 'admin' && one.number !== number) ?? [])
  let chosen = $state('')
  const giver = $derived(givers.find(one => one.number === chosen) ?? givers[0])
</script>

<svelte:head><title>{card?.name ?? 'A calling card'} · Famiglia</title></svelte:head>
<PlainPage note="A calling card">
  {#if card}
    <div class="span letter-page">
      <div class="margin side-note">
        <h1>{card.name}</h1>
        <p>
          {capitalised(sayWhereItWorks(card))}, in Famiglia since {card.since.slice(0, 4)}
        </p>
      </div>
      <article class="sheet letter">
        <p class="sentence m"><b>{card.name}</b> <NumberPlate number={card.number} /></p>
        <blockquote class="entry">{card.introduction}</blockquote>
        <h2 class="head">What it asks its clients for</h2>
        <ul>
          {#each card.purposes as purpose (purpose.name)}
            <li>
              <p class="entry"><i>{purpose.name}</i></p>
              <p>{purpose.reason}</p>
              {#if giver}<a
                  class="btn btn-primary btn-sm"
                  href={sayAddress(giver.number, 'give', `let ${card.number} "${purpose.name}"`)}
                  >Let them {purpose.name.replace(/\bour\b/g, 'your').replace(/\bus\b/g, 'you')}</a
                >{/if}
            </li>
          {/each}
        </ul>
        {#if givers.length > 1}<p class="for">
            for <select class="part" aria-label="For which of your businesses" bind:value={chosen}
              >{#each givers as one (one.number)}<option value={one.number}>{one.name}</option>{/each}</select
            >
          </p>{/if}
        {#if me.data === null}<p class="entry">
            <a class="btn btn-primary" href="/sign-in?next=/card/{card.number}">Sign in to give it</a> or
            <a href="/open-business">open your business</a>. Nothing is sent before you have read it over.
          </p>{:else if me.data && !giver}<p class="entry">
            Only an admin of a business can give this. Show them the link.
          </p>{/if}
        <p class="note">
          Questions go to {card.contact}{card.telephone ? `, ${card.telephone}` : ''}.
          <a href="/v1/cards/{card.number}/vcard" download>As a vCard</a>
        </p>
      </article>
    </div>
  {:else if found.error}<div class="section">
      <h1>No calling card can be shown here.</h1>
      <Trouble error={found.error} />
    </div>
  {:else}<Waiting />{/if}
</PlainPage>

<style>
  blockquote {
    margin: 0.875rem 0 1rem;
    padding: 0.125rem 0 0.125rem 1.125rem;
    border-left: 4px double var(--margin-rule);
    font-style: italic;
  }
  ul {
    margin: 0.5rem 0 1rem;
    border-top: 1px solid var(--rule);
  }
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0.125rem 1rem;
    padding: 0.625rem 0;
    border-bottom: 1px solid var(--rule);
    align-items: center;
  }
  li p {
    grid-column: 1;
  }
  li .btn {
    grid-column: 2;
    grid-row: 1 / 3;
  }
  .for {
    margin-bottom: 0.75rem;
  }
  @media (max-width: 560px) {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
    li .btn {
      grid-column: 1;
      grid-row: auto;
      justify-self: start;
      margin-top: 0.375rem;
    }
  }
</style>
