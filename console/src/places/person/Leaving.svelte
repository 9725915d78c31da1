<script lang="ts">
  import { firstName, sayCount, sayList } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import Slip from '../../parts/Slip.svelte'
  import NotHere from '../../parts/NotHere.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { entries } from '../../parts/entries'
  import { Doing } from '../../reach/doing.svelte'
  import { peopleOf } from '../../reach/lists'
  import { answerOf, service } from '../../reach/service'
  import { route } from '../../router'

  /** Offboarding somebody: all they hold, what only they hold with a successor for each, and one step that ends it. */
  const acting = getActing()
  const doing = new Doing()
  const people = peopleOf(acting)
  const path = $derived({
    business: acting.number,
    person: (route.params as { person?: string }).person ?? '',
  })
  let left: { stillReaches: string[]; takenOver: string[] } | null = $state(null)
  const review = createQuery(() => ({
    queryKey: ['leaving', path.business, path.person],
    queryFn: async () =>
      answerOf(service.GET('/v1/businesses/{business}/people/{person}/leaving', { params: { path } })),
    enabled: left === null,
    refetchInterval: false as const,
  }))
  const leaving = $derived(review.data)
  const first = $derived(firstName(leaving?.person.name ?? ''))
  /** An admin who goes, or is made in their place, is told to all admins, and why. */
  const takesReason = $derived(
    leaving?.person.standing === 'admin' || leaving?.onlyTheirs.some(only => only.kind === 'last admin'),
  )
  let why = $state('')
  let tellReason = $state(false)
  const successors: Record<string, string> = $state({})
  const others = $derived((people.data?.items ?? []).filter(person => person.id !== leaving?.person.id))

  const end = () =>
    doing.run(async () => {
      const chosen = Object.entries(successors)
        .filter(([, address]) => address)
        .map(([key, address]) => ({ key, address }))
      const told = await answerOf(
        service.POST('/v1/businesses/{business}/people/{person}/leaving', {
          params: { path },
          body: { successors: chosen, ...(why.trim() ? { reason: why.trim(), tellReason } : {}) },
        }),
      )
      left = told
      return told.result
    })
</script>

<svelte:head><title>Offboarding {leaving?.person.name ?? 'somebody'} · Famiglia</title></svelte:head>
<main class="ledger">
  {#if leaving}
    <div class="span page-top">
      <p class="margin">Offboarding</p>
      <div>
        <h1 class="title">{leaving.person.name} is about to go.</h1>
        <p class="sub">
          {first}, {leaving.person.standing} of {acting.business?.name}, reaches {sayCount(
            leaving.holds.length,
            'asset',
            'assets',
          )} and has {sayCount(leaving.sessions, 'sign-in', 'sign-ins')} and {sayCount(
            leaving.tokens,
            'token',
            'tokens',
          )}
          open.
        </p>
      </div>
    </div>
    {#if left}
      <Outcome {doing} />
      {#if left.stillReaches.length === 0}<Slip tone="fine">Looked at from their side: nothing is left.</Slip
        >{:else}<Slip tone="badly">Still reached: {sayList(left.stillReaches)}.</Slip>{/if}
      {#each left.takenOver as line (line)}<p class="entry">{line}.</p>{/each}
      <p><a class="btn btn-primary" href="/{acting.number}/access">See who reaches what</a></p>
    {:else}
      {#if leaving.onlyTheirs.length > 0}
        <section class="span section">
          <h2 class="margin">Only {first} has</h2>
          <table aria-label="What they alone have" class="tbl" {@attach entries}>
            <thead
              ><tr><th scope="col">What</th><th scope="col">About</th><th scope="col">Who takes over</th></tr></thead
            >
            <tbody>
              {#each leaving.onlyTheirs as only (only.kind + only.key)}
                <tr>
                  <th scope="row"><span class={{ bad: only.must }}>{only.kind}</span></th>
                  <td>{only.about}</td>
                  <td
                    ><select class="select" aria-label="Who takes over {only.about}" bind:value={successors[only.key]}
                      ><option value="">{only.must ? 'choose somebody' : 'nobody'}</option
                      >{#each others as person (person.id)}<option value={person.address}>{person.name}</option
                        >{/each}</select
                    ></td
                  >
                </tr>
              {/each}
            </tbody>
          </table>
        </section>
      {/if}
      <section class="span section">
        <h2 class="margin">All that {first} holds</h2>
        <div>
          <table aria-label="All that they hold" class="tbl" {@attach entries}>
            <thead><tr><th scope="col">Asset</th><th scope="col">May</th><th scope="col">Through</th></tr></thead>
            <tbody>
              {#each leaving.holds as held (held.text)}
                <tr><th scope="row">{held.asset}</th><td>{held.level}</td><td>{held.through}</td></tr>
              {:else}<tr><td colspan="3">Nothing.</td></tr>{/each}
            </tbody>
          </table>
          {#if leaving.teams.length > 0}<p class="sub">
              In {leaving.teams.length > 1 ? 'the teams' : 'the team'}
              {sayList(leaving.teams)}.
            </p>{/if}
        </div>
      </section>
      <div class="span section">
        <p class="margin">In one step</p>
        <div>
          <p class="entry">
            All of it ends in the same moment, on every platform; what other businesses gave {first} stays.
          </p>
          <div class="because">
            <Field
              name="why"
              term={takesReason ? 'Why, for all admins' : 'Why? Optional; it stays in your history'}
              maxlength={500}
              bind:value={why}
            />
            {#if why.trim()}<label
                ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={tellReason} /> also tell {first} this reason</label
              >{/if}
          </div>
          <p class="acts"><button class="btn end" disabled={doing.busy} onclick={end}>End all of it</button></p>
          <Outcome {doing} label="End all of it" ending />
        </div>
      </div>
    {/if}
  {:else if review.error}<NotHere error={review.error} />
  {:else}<Waiting />{/if}
</main>

<style>
  .because {
    display: grid;
    gap: 0.5rem;
    max-width: 28rem;
    margin-top: 0.75rem;
  }
  .because label {
    display: flex;
    gap: 0.5rem;
    align-items: center;
  }
  .acts {
    margin-top: 0.75rem;
  }
</style>
