<script lang="ts">
  import { sayCount } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { searchParams } from 'sv-router'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { peopleOf, teamsOf } from '../../reach/lists'
  import { answerOf, idempotencyKey, service } from '../../reach/service'
  import { sayAddress } from '../give/say'

  /** Teams: who joins gains what the team holds, who leaves loses it, at once. */
  const acting = getActing()
  const teams = teamsOf(acting)
  const people = peopleOf(acting)
  const doing = new Doing()
  let chosen = $state(searchParams.get('team')?.toString() ?? '')
  let name = $state('')
  let joining = $state('')
  const shown = $derived(chosen || (teams.data?.items[0]?.handle ?? ''))
  const path = $derived({ business: acting.number, team: shown })
  const team = createQuery(() => ({
    queryKey: ['team', acting.number, shown],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/teams/{team}', { params: { path } })),
    enabled: shown !== '',
  }))
  const outsiders = $derived(
    (people.data?.items ?? []).filter(person => !team.data?.members.some(member => member.id === person.id)),
  )

  const handleOf = (text: string) =>
    text
      .trim()
      .toLowerCase()
      .replace(/[^\p{Ll}\p{Nd}]+/gu, '-')
      .replace(/^-|-$/g, '')

  function make(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async () => {
      const made = await answerOf(
        service.POST('/v1/businesses/{business}/teams', {
          params: { path: { business: acting.number } },
          body: { handle: handleOf(name), name: name.trim() },
          headers: idempotencyKey(),
        }),
      )
      chosen = made.handle
      name = ''
      return `The team ${made.name} is made: team/${made.handle}.`
    })
  }

  const arrange = (person: string, gone: boolean) =>
    doing.run(async () => {
      const params = { path: { ...path, person } }
      const told = await answerOf(
        gone
          ? service.DELETE('/v1/businesses/{business}/teams/{team}/members/{person}', { params })
          : service.PUT('/v1/businesses/{business}/teams/{team}/members/{person}', { params }),
      )
      joining = ''
      return told.result
    })
</script>

<div class="both">
  <ul>
    {#each teams.data?.items ?? [] as one (one.handle)}
      <li>
        <button aria-current={one.handle === shown ? 'true' : undefined} onclick={() => (chosen = one.handle)}
          ><b>{one.name}</b><small>{sayCount(one.members, 'member', 'members')}</small></button
        >
      </li>
    {:else}<li class="entry">No team is here yet.</li>{/each}
  </ul>
  <div>
    {#if team.data && shown}
      <h3 class="head">{team.data.name} <small>team/{team.data.handle}</small></h3>
      {#each team.data.members as member (member.id)}
        <p class="row">
          <a href="/{acting.number}/people/{member.id}">{member.name}</a>
          {#if acting.isAdmin}<button class="quiet" onclick={() => arrange(member.address, true)}>Take out</button>{/if}
        </p>
      {:else}<p class="entry">Nobody is in it yet.</p>{/each}
      <h4>What it reaches, and so do they</h4>
      {#each team.data.reaches as one (one.grant)}
        <p class="row">
          <span>{one.may}</span>
          {#if acting.isAdmin}<a
              class="quiet"
              href={sayAddress(acting.number, 'review', `end team/${team.data.handle} on ${one.text}`)}>End</a
            >{/if}
        </p>
      {:else}<p class="note">Nothing yet.</p>{/each}
      {#if acting.isAdmin}
        <p class="row">
          <select class="select" aria-label="Put somebody in" bind:value={joining}
            ><option value="">put somebody in …</option>{#each outsiders as person (person.id)}<option
                value={person.address}>{person.name}</option
              >{/each}</select
          >
          <button class="btn btn-sm" disabled={!joining} onclick={() => arrange(joining, false)}>Put in</button>
          <a class="btn btn-sm" href="/{acting.number}/give?who=team/{team.data.handle}">Give the team access</a>
        </p>
      {/if}
    {/if}
    <Outcome {doing} />
    {#if acting.isAdmin}
      <form onsubmit={make}>
        <Field name="team" term="A new team" required maxlength={80} placeholder="Paid media" bind:value={name} />
        <button class="btn btn-sm" disabled={!name.trim()}>Make it</button>
      </form>
    {/if}
  </div>
</div>

<style>
  .both {
    display: grid;
    grid-template-columns: 15rem minmax(0, 1fr);
    gap: 2rem;
  }
  li button {
    display: flex;
    justify-content: space-between;
    gap: 1rem;
    width: 100%;
    padding: 0.375rem 0.625rem;
    cursor: pointer;
    border-radius: 2px;
    text-align: left;
  }
  li button:hover,
  [aria-current] {
    background: var(--wash);
  }
  b {
    font-weight: 600;
  }
  small {
    color: var(--ink-2);
    font: 400 0.875rem/1.25rem var(--font-sans);
  }
  .row {
    display: flex;
    gap: 1rem;
    align-items: center;
    justify-content: space-between;
    flex-wrap: wrap;
    padding: 0.25rem 0;
    border-bottom: 1px solid var(--rule);
  }
  h4 {
    font: italic 400 1.0625rem/1.5rem var(--font-serif);
    color: var(--ink-2);
    margin-top: 0.75rem;
  }
  form {
    display: flex;
    gap: 0.75rem;
    align-items: end;
    margin-top: 1.25rem;
  }
  @media (max-width: 900px) {
    .both {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
