<script lang="ts">
  import { capitalised, sayEnd, sayInstant, sayList, Temporal } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Age from '../../parts/Age.svelte'
  import TierMark from '../../parts/TierMark.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { answerOf, service } from '../../reach/service'
  import { route } from '../../router'
  import { sayAddress } from '../give/say'

  const acting = getActing()
  const wanted = $derived((route.params as { person?: string }).person ?? '')
  const path = $derived({ business: acting.number, person: wanted })
  const found = createQuery(() => ({
    queryKey: ['person', acting.number, wanted],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/people/{person}', { params: { path } })),
  }))
  const held = createQuery(() => ({
    queryKey: ['holdings', acting.number, wanted],
    queryFn: async () =>
      answerOf(
        service.GET('/v1/businesses/{business}/people/{person}/holdings', { params: { path, query: { limit: 200 } } }),
      ),
  }))
  const person = $derived(found.data)
  const holdings = $derived(held.data?.items ?? [])
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
            {person.address}. {capitalised(person.standing)} of {acting.business?.name} since {sayInstant(
              Temporal.Instant.from(person.since),
              acting.zone,
            ).split(',')[0]}{person.invitedBy ? `, invited by ${person.invitedBy}` : ''}.
          </p>
        </div>
        {#if acting.isAdmin}
          <div class="page-acts">
            <a class="btn btn-sm" href="/{acting.number}/give?who={encodeURIComponent(person.address)}">Give access</a>
            <a class="btn btn-sm end" href={sayAddress(acting.number, 'review', `end ${person.address}`)}
              >End everything</a
            >
          </div>
        {/if}
      </div>
    </div>
    <section class="span section">
      <h2 class="margin">What {person.name.split(' ')[0]} reaches</h2>
      <div>
        {#if held.error}<Trouble error={held.error} />
        {:else if held.data && holdings.length === 0}<p class="entry">
            Nothing so far: {person.name.split(' ')[0]} would see an empty page. Give access to the first asset.
          </p>
        {:else if held.data}
          <table class="tbl">
            <thead
              ><tr
                ><th scope="col">Asset</th><th scope="col">May</th><th scope="col">Through</th><th scope="col"
                  >Hidden</th
                ><th scope="col">Last used</th><th scope="col">Until</th></tr
              ></thead
            >
            <tbody>
              {#each holdings as holding (holding.asset.number)}
                <tr>
                  <th scope="row"
                    ><TierMark tier={holding.tier} actions={holding.level.split(', ').length} />
                    <a href="/{acting.number}/assets/{holding.asset.number}">{holding.asset.name}</a>
                    <small>{holding.asset.noun}</small></th
                  >
                  <td>{holding.may}</td>
                  <td
                    >{#each holding.through as sentence, index (index)}<p>{sentence}</p>{/each}</td
                  >
                  <td>{holding.hidden.length > 0 ? sayList(holding.hidden) : 'nothing'}</td>
                  <td
                    >{#if holding.lastUsed}<Age at={holding.lastUsed} zone={acting.zone} />{:else}never{/if}</td
                  >
                  <td class="num"
                    >{holding.until ? sayEnd(Temporal.Instant.from(holding.until), acting.zone) : 'no end'}</td
                  >
                </tr>
              {/each}
            </tbody>
          </table>
        {:else}<Waiting />{/if}
      </div>
    </section>
    <section class="span section">
      <h2 class="margin">How {person.name.split(' ')[0]} signs in</h2>
      <p>
        {#if person.secondProof}With a password, and a code as second proof.{:else}With a password only. <span
            class="due">No second proof is set up.</span
          >{/if}
      </p>
    </section>
  {:else if found.error}<div class="section"><Trouble error={found.error} /></div>
  {:else}<Waiting />{/if}
</main>
