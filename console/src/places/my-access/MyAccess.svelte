<script lang="ts">
  import { capitalised, sayCount, sayEnd, sayList, sayInstant, Temporal } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import TierMark from '../../parts/TierMark.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { answerOf, service } from '../../reach/service'

  const acting = getActing()
  const query = createQuery(() => ({
    queryKey: ['my holdings'],
    queryFn: async () => answerOf(service.GET('/v1/me/holdings', { params: { query: { limit: 200 } } })),
  }))
  const me = $derived(acting.me!)
  const all = $derived(query.data?.items ?? [])
  /** Businesses one works for, and those whose assets one reaches through another. */
  const shelf = $derived([
    ...me.businesses.map(({ number, name, cloth, standing, since }) => ({
      number,
      name,
      cloth,
      line: `${standing} since ${sayInstant(Temporal.Instant.from(since), acting.zone).split(',')[0]}`,
    })),
    ...[...new Map(all.map(({ business }) => [business.number, business])).values()]
      .filter(({ number }) => !me.businesses.some(own => own.number === number))
      .map(({ number, name }) => ({ number, name, cloth: 'plain', line: 'through a partner' })),
  ])
  let chosen = $state('')
  const shown = $derived(
    shelf.find(({ number }) => number === chosen) ?? shelf.find(({ number }) => number === acting.number) ?? shelf[0],
  )
  const holdings = $derived(all.filter(({ business }) => business.number === shown?.number))
  const business = createQuery(() => ({
    queryKey: ['business', shown?.number],
    queryFn: async () =>
      answerOf(service.GET('/v1/businesses/{business}', { params: { path: { business: shown!.number } } })),
    enabled: me.businesses.some(own => own.number === shown?.number),
  }))
  const others = $derived((business.data?.admins ?? []).filter(admin => admin.id !== me.person.id))
  const first = $derived(me.person.name.split(' ')[0])
</script>

<svelte:head><title>My access · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">My access</p>
    <h1 class="title">
      {first}, {shelf.length === 0
        ? 'you work for no business yet.'
        : `you work for ${sayCount(shelf.length, 'business', 'businesses')}.`}
    </h1>
  </div>
  <div class="span body">
    <h2 class="margin">For whom</h2>
    <div>
      <ul class="shelf">
        {#each shelf as one (one.number)}
          <li>
            <button
              class="book"
              style:--cloth="var(--cloth-{one.cloth})"
              aria-current={one.number === shown?.number ? 'true' : undefined}
              onclick={() => (chosen = one.number)}
            >
              <span class="slip"><b>{one.name}</b><small>{one.line}</small></span>{#if one.number === acting.number}<em
                  >acting now</em
                >{/if}
            </button>
          </li>
        {/each}
      </ul>
      <h3 class="if">How you sign in</h3>
      <p>
        {me.person.secondProof ? 'With a password, and a code as second proof.' : 'With a password only.'}
        <a href="/my-access/sign-in">{me.person.secondProof ? 'Sign-ins and tokens' : 'Set up a second proof'}</a>
      </p>
    </div>
    <section class="sheet may" aria-labelledby="may-do">
      <h2 class="head" id="may-do">{shown ? `What you may do for ${shown.name}` : 'Nothing is shared with you yet'}</h2>
      {#if query.data}
        <ul>
          {#each holdings as holding (holding.asset.number)}
            <li>
              <TierMark tier={holding.tier} actions={holding.level.split(', ').length} size="l" />
              <div>
                <p class="entry"><b>{holding.asset.name}</b>, {holding.asset.noun}</p>
                <p>
                  {capitalised(holding.may)}.{#if holding.hidden.length > 0}<i
                      >{capitalised(sayList(holding.hidden))}
                      {holding.hidden.length > 1 ? 'are' : 'is'} hidden from you.</i
                    >{/if}
                </p>
                {#each holding.through as sentence, index (index)}<p class="through">{sentence}</p>{/each}
              </div>
              <div class="open">
                <a class="btn btn-sm" href={holding.asset.address}>Open on {holding.asset.platform}</a>
                <p class="note num">
                  {holding.until ? `until ${sayEnd(Temporal.Instant.from(holding.until), acting.zone)}` : 'no end'}
                </p>
              </div>
            </li>
          {:else}
            <li class="none">
              <p class="entry">
                Nothing now. {shown
                  ? 'What was given to you has ended, or has not been given yet.'
                  : 'When somebody invites you, a letter comes to your address.'}
              </p>
            </li>
          {/each}
        </ul>
        {#if others.length > 0}<p class="ask">
            <b>Need more?</b>
            {sayList(
              others.map(({ name, address }) => `${name} (${address})`),
              'or',
            )} can give it.
          </p>{/if}
      {:else if query.error}<Trouble error={query.error} />{:else}<Waiting />{/if}
    </section>
  </div>
</main>

<style>
  .body {
    grid-template-columns: var(--m) 19.5rem minmax(0, 1fr) !important;
    column-gap: 2.5rem;
    align-items: start;
  }
  .shelf {
    display: grid;
    gap: 0.375rem;
  }
  .book {
    display: flex;
    gap: 0.75rem;
    align-items: center;
    width: 100%;
    padding: 0.625rem 0.75rem 0.625rem 0.625rem;
    background: var(--cloth);
    color: var(--on-cloth);
    border-radius: 2px;
    cursor: pointer;
    text-align: left;
  }
  .book[aria-current] {
    width: calc(100% + 2.5rem);
    border-radius: 2px 0 0 2px;
  }
  .slip {
    margin-right: auto;
    background: var(--slip);
    color: var(--slip-ink);
    padding: 0.25rem 0.625rem 0.3125rem;
    border-radius: 1px;
  }
  .slip b {
    display: block;
    font: 600 1.0625rem/1.25rem var(--font-serif);
  }
  .slip small {
    display: block;
    font-size: 0.8125rem;
    line-height: 1rem;
    color: var(--slip-ink-2);
  }
  em {
    font: italic 400 0.9375rem/1 var(--font-serif);
  }
  .if {
    font: italic 400 1.0625rem/1.5rem var(--font-serif);
    color: var(--ink-2);
    margin-top: 0.875rem;
  }
  .may {
    padding: 1.25rem 1.625rem;
    margin-bottom: 1.5rem;
  }
  .may li {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr) auto;
    gap: 1rem;
    padding: 0.8125rem 0;
    border-top: 1px solid var(--rule);
  }
  .may li.none {
    grid-template-columns: minmax(0, 1fr);
  }
  .may ul {
    margin-top: 0.5rem;
  }
  .may i,
  .through {
    color: var(--ink-2);
  }
  .through {
    font-size: 0.875rem;
    margin-top: 0.25rem;
  }
  .open {
    display: grid;
    justify-items: end;
    gap: 0.375rem;
    align-content: start;
  }
  .ask {
    border-top: 4px double var(--rule-strong);
    padding-top: 0.875rem;
  }
  .ask b {
    font-weight: 600;
  }
  @media (max-width: 900px) {
    .body {
      grid-template-columns: minmax(0, 1fr) !important;
      row-gap: 0.75rem;
    }
    .book[aria-current] {
      width: 100%;
    }
    .may {
      padding: 1rem;
    }
    .may li {
      grid-template-columns: auto minmax(0, 1fr);
    }
    .open {
      grid-column: 2;
      justify-items: start;
    }
  }
</style>
