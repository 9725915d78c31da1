<script lang="ts">
  import { capitalised, firstName, sayDate, type Standing, standingMeans, standings, Temporal } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import NotHere from '../../parts/NotHere.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import Slip from '../../parts/Slip.svelte'
  import Sure from '../../parts/Sure.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import Readiness from './Readiness.svelte'
  import ReadyFor from './ReadyFor.svelte'
  import WhatTheyHave from './WhatTheyHave.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { answerOf, service } from '../../reach/service'
  import { route } from '../../router'

  const acting = getActing()
  const wanted = $derived((route.params as { person?: string }).person ?? '')
  const path = $derived({ business: acting.number, person: wanted })
  const found = createQuery(() => ({
    queryKey: ['person', acting.number, wanted],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/people/{person}', { params: { path } })),
  }))
  /** What somebody reaches is told to the admins, and to themselves. */
  const isTold = $derived(acting.isAdmin || acting.me?.person.id === wanted)
  const held = createQuery(() => ({
    queryKey: ['holdings', acting.number, wanted],
    queryFn: async () =>
      answerOf(
        service.GET('/v1/businesses/{business}/people/{person}/holdings', { params: { path, query: { limit: 200 } } }),
      ),
    enabled: isTold,
  }))
  const person = $derived(found.data)
  const holdings = $derived(held.data?.items ?? [])
  /** What they were given something for. */
  const given = $derived([...new Set(holdings.flatMap(one => (isOwn(one) && one.purpose ? one.purpose : [])))])
  let another = $state(false)
  const first = $derived(firstName(person?.name ?? ''))
  /** Whether the acting business owns it; what it holds from others is named by its number. */
  const isOwn = (holding: (typeof holdings)[number]) => holding.business.number === acting.number
  const doing = new Doing()

  /** Why somebody is stopped, for the history. */
  let because = $state('')
  const stop = (how: 'pause' | 'freeze', lifted: boolean) =>
    doing.run(async () => {
      const params = { path }
      const told = await answerOf(
        lifted
          ? service.DELETE(`/v1/businesses/{business}/people/{person}/${how}`, { params })
          : service.PUT(`/v1/businesses/{business}/people/{person}/${how}`, {
              params,
              body: because.trim() ? { reason: because.trim() } : {},
            }),
      )
      return told.result
    })

  /** The standing that is chosen and not yet given. */
  let standing: Standing | null = $state(null)
  let why = $state('')
  const setStanding = () =>
    doing.run(async () => {
      const params = { path: { ...path, person: person!.address } }
      const told = await answerOf(
        service.PUT('/v1/businesses/{business}/people/{person}/standing', {
          params,
          body: { standing: standing!, ...(why.trim() ? { note: why.trim() } : {}) },
        }),
      )
      standing = null
      why = ''
      return told.result
    })
</script>

<svelte:head><title>{person?.name ?? 'A person'} · Famiglia</title></svelte:head>
<main class="ledger">
  {#if person}
    <div class="span page-top">
      <p class="margin">Person, <br />{person.standing}</p>
      <div class="page-head">
        <div>
          <h1 class="title">{person.name}</h1>
          <p class="sub">
            {person.address}. {capitalised(person.standing)} of {acting.business?.name} since {sayDate(
              Temporal.Instant.from(person.since),
              acting.zone,
            )}{person.invitedBy ? `, invited by ${person.invitedBy}` : ''}.
          </p>
        </div>
        {#if acting.isAdmin}
          <div class="page-acts">
            <a class="btn btn-sm" href="/{acting.number}/give?who={encodeURIComponent(person.address)}">Give access</a>
            <a class="btn btn-sm" href="/{acting.number}/people/{person.id}/as">See as {first}</a>
            <a class="btn btn-sm end" href="/{acting.number}/people/{person.id}/leaving">Offboard {first}</a>
          </div>
        {/if}
      </div>
    </div>
    {#if person.frozen || person.paused}<Slip tone="due"
        >{person.name} is {person.frozen ? 'frozen' : 'paused'}: nothing of what stands below counts for now. Nothing
        was ended.</Slip
      >{/if}
    <Outcome {doing} />
    <section class="span section">
      <h2 class="margin">What {first} has</h2>
      <div>
        {#if !isTold}<p class="entry">It is told to {first} and to the admins.</p>
        {:else if held.error}<Trouble error={held.error} />
        {:else if held.data && holdings.length === 0}<p class="entry">
            Nothing so far: {first} would see an empty page. Give access to the first asset.
          </p>
        {:else if held.data}
          <WhatTheyHave address={person.address} name={person.name} {holdings} />
        {:else}<Waiting />{/if}
      </div>
    </section>
    {#if acting.isAdmin}
      <section class="span section">
        <h2 class="margin">Ready for</h2>
        <div>
          <ul>
            {#each given as purpose (purpose)}<ReadyFor who={person.address} name={person.name} {purpose} />{:else}<li
                class="sub"
              >
                Nothing was given to {first} for a purpose.
              </li>{/each}
          </ul>
          <p><button class="quiet" onclick={() => (another = !another)}>Check another purpose</button></p>
        </div>
      </section>
      {#if another}<Readiness who={person.address} name={person.name} />{/if}
    {/if}
    {#if acting.isAdmin}
      <section class="span section">
        <h2 class="margin">Standing</h2>
        <p class="standing">
          <select
            class="select"
            aria-label="Standing"
            value={standing ?? person.standing}
            onchange={event => (standing = event.currentTarget.value as Standing)}
            >{#each standings as one (one)}<option value={one}>{one}</option>{/each}</select
          >
          {#if !person.paused && !person.frozen}<input
              class="input input-sm"
              aria-label="Why you stop them, for the history"
              placeholder="why, if you like"
              maxlength="500"
              bind:value={because}
            />{/if}
          <button class="btn btn-sm" onclick={() => stop('pause', person.paused)}
            >{person.paused ? 'Resume' : 'Pause'}</button
          >
          <button class="btn btn-sm end" onclick={() => stop('freeze', person.frozen)}
            >{person.frozen ? 'Unfreeze' : 'Freeze at once'}</button
          >
          {#if person.teams.length > 0}<span
              >in {#each person.teams as team, index (team.handle)}{index > 0 ? ', ' : 'the team '}<a
                  href="/{acting.number}/groups?team={team.handle}">{team.name}</a
                >{/each}</span
            >{/if}
        </p>
        {#if standing && standing !== person.standing}<div class="chosen">
            {#if (standing === 'admin') !== (person.standing === 'admin')}<Field
                name="why"
                term="Why, for all admins"
                maxlength={500}
                bind:value={why}
              />{/if}
            <Sure
              act="Make {first} {standing}"
              leave="Leave it at {person.standing}"
              busy={doing.busy}
              onact={setStanding}
              onleave={() => (standing = null)}
            >
              <b>{capitalised(standing)}.</b>
              {standingMeans[standing]}
            </Sure>
          </div>{/if}
      </section>
    {/if}
    <section class="span section">
      <h2 class="margin">How {first} signs in</h2>
      <p>
        {#if person.secondProof === null}It is told to the admins.{:else if person.secondProof}With a second step beside
          the password, or a passkey.{:else}With a password only. <span class="due">No second step is set up.</span
          >{/if}
      </p>
    </section>
  {:else if found.error}<NotHere error={found.error} />
  {:else}<Waiting />{/if}
</main>

<style>
  .chosen {
    grid-column: 2;
    margin-top: 0.5rem;
  }
  .standing {
    display: flex;
    gap: 0.75rem;
    align-items: center;
    flex-wrap: wrap;
  }
  .standing .select {
    width: 10rem;
  }
</style>
