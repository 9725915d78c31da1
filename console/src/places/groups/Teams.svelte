<script lang="ts">
  import { capitalised, sayCount, sayList } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { searchParams } from 'sv-router'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import Sure from '../../parts/Sure.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { peopleOf, teamsOf } from '../../reach/lists'
  import { answerOf, service } from '../../reach/service'
  import { sayAddress } from '../give/say'
  import Chooser from './Chooser.svelte'
  import { handleFrom } from './handles'

  /** Teams: who joins gains what the team holds, who leaves loses it, at once. */
  const acting = getActing()
  const teams = teamsOf(acting)
  const people = peopleOf(acting)
  const doing = new Doing()
  let chosen = $state(searchParams.get('team')?.toString() ?? '')
  let name = $state('')
  let joining = $state('')
  let dissolving = $state(false)
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

  function make(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async headers => {
      const made = await answerOf(
        service.POST('/v1/businesses/{business}/teams', {
          params: { path: { business: acting.number } },
          body: { handle: handleFrom(name), name: name.trim() },
          headers,
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

  const dissolve = () =>
    doing.run(async () => {
      const told = await answerOf(
        service.DELETE('/v1/businesses/{business}/teams/{team}', { params: { path: { ...path } } }),
      )
      choose('')
      return told.result
    })

  function choose(handle: string) {
    chosen = handle
    dissolving = false
  }
</script>

<Chooser
  items={(teams.data?.items ?? []).map(one => ({ ...one, note: sayCount(one.members, 'member', 'members') }))}
  {shown}
  {choose}
  empty="No team is here yet."
>
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
      <p class="controls">
        <select class="select" aria-label="Put somebody in" bind:value={joining}
          ><option value="">put somebody in …</option>{#each outsiders as person (person.id)}<option
              value={person.address}>{person.name}</option
            >{/each}</select
        >
        <button class="btn btn-sm" disabled={!joining} onclick={() => arrange(joining, false)}>Put in</button>
        <a class="btn btn-sm" href="/{acting.number}/give?who=team/{team.data.handle}">Give the team access</a>
        <button class="btn btn-sm end" onclick={() => (dissolving = true)}>Dissolve it</button>
      </p>
      {#if dissolving}<Sure
          act="Dissolve {team.data.name}"
          leave="Keep it"
          busy={doing.busy}
          ending
          onact={dissolve}
          onleave={() => (dissolving = false)}
        >
          {team.data.members.length > 0
            ? `${capitalised(sayList(team.data.members.map(member => member.name)))} ${team.data.members.length > 1 ? 'lose' : 'loses'} at once what they have through ${team.data.name} alone; what they have otherwise stays.`
            : `Nobody is in ${team.data.name}: nobody loses anything.`}
        </Sure>{/if}
    {/if}
  {/if}
  <Outcome {doing} />
  {#if acting.isAdmin}
    <form onsubmit={make}>
      <Field name="team" term="A new team" required maxlength={80} placeholder="Paid media" bind:value={name} />
      <button class="btn btn-sm" disabled={!name.trim()}>Make it</button>
    </form>
  {/if}
</Chooser>

<style>
  form {
    display: flex;
    gap: 0.75rem;
    align-items: end;
  }
</style>
