<script lang="ts">
  import { sayCount, sayDate, sayList, Temporal } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import Holdings from './Holdings.svelte'
  import WhyNot from './WhyNot.svelte'
  import AdminChanges from '../../parts/AdminChanges.svelte'
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
      line: `${standing} since ${sayDate(Temporal.Instant.from(since), acting.zone)}`,
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
  const mine = $derived(me.businesses.some(own => own.number === shown?.number))
  const doing = new Doing()
  /** Whoever has just accepted is led to the first thing they can do. */
  const isNew = new URLSearchParams(location.search).has('new')

  const leave = () =>
    doing.run(async () => {
      const path = { business: shown!.number }
      return (await answerOf(service.POST('/v1/businesses/{business}/leave', { params: { path } }))).result
    })
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
  <AdminChanges mine />
  <div class="span body">
    <h2 class="margin">Businesses</h2>
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
        {me.person.passkeys > 0
          ? 'With a passkey.'
          : me.person.codeSetUp
            ? 'With a password, and a code as second step.'
            : 'With a password only.'}
        <a href="/my-access/sign-in">{me.person.secondProof ? 'Sign-ins and tokens' : 'Set up a second step'}</a>
      </p>
    </div>
    <section class="sheet may" aria-labelledby="may-do">
      <h2 class="head" id="may-do">{shown ? `What you may do for ${shown.name}` : 'Nothing is shared with you yet'}</h2>
      {#if query.data}
        <Holdings
          {holdings}
          zone={acting.zone}
          first={isNew}
          none={`Nothing now. ${shown ? 'What was given to you has ended, or has not been given yet.' : 'When somebody invites you, a letter comes to your address.'}`}
        />
        {#if others.length > 0}<p class="ask">
            <b>Need more?</b>
            {sayList(
              others.map(({ name, address }) => `${name} (${address})`),
              'or',
            )} can give it: <a href="/{shown?.number}/ask">ask in one step</a>.
          </p>{/if}
        <WhyNot />
        {#if mine}<p class="ask">
            <button class="quiet" onclick={leave}>Leave {shown?.name}</button>
          </p>{/if}
        <Outcome {doing} label="Leave" ending />
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
  }
</style>
