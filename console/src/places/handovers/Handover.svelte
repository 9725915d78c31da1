<script lang="ts">
  import { sayDate, sayInstant, sayList, sayState, Temporal } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import NotHere from '../../parts/NotHere.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import Sure from '../../parts/Sure.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'
  import { route } from '../../router'
  import Answer from '../proposal/Answer.svelte'
  import Account from './Account.svelte'
  import Before from './Before.svelte'
  import Course from './Course.svelte'

  /** A handover from its sending to its completion: the same page for both sides. */
  const acting = getActing()
  const doing = new Doing()
  const id = $derived((route.params as { handover?: string }).handover ?? '')
  let falls: string[] | null = $state([])
  const found = createQuery(() => ({
    queryKey: ['handover', acting.number, id, falls],
    queryFn: async () =>
      answerOf(
        service.GET('/v1/businesses/{business}/handovers/{handover}', {
          params: {
            path: { business: acting.number, handover: id },
            query: falls?.length ? { falls: falls.join(',') } : {},
          },
        }),
      ),
    enabled: acting.number !== '',
    placeholderData: (before: unknown) => before as never,
    refetchInterval: 15_000,
  }))
  const handover = $derived(found.data)
  const proposed = createQuery(() => ({
    queryKey: ['proposal', acting.number, id],
    queryFn: async () =>
      answerOf(
        service.GET('/v1/businesses/{business}/proposals/{proposal}', {
          params: { path: { business: acting.number, proposal: id } },
        }),
      ),
    enabled: handover?.state === 'open',
  }))
  const chooses = $derived(handover?.state === 'open' && !handover.isSender)
  let stopping = $state(false)
  const at = (instant: string) => sayInstant(Temporal.Instant.from(instant), acting.zone)
  const what = $derived(handover ? sayList(handover.assets.map(asset => asset.name)) : '')
  const said = $derived(handover ? sayState(handover.state) : '')

  const signAnew = () =>
    doing.run(
      async () =>
        (
          await answerOf(
            service.POST('/v1/businesses/{business}/handovers/{handover}/signing', {
              params: { path: { business: acting.number, handover: handover!.id } },
            }),
          )
        ).result,
    )
  const stop = () =>
    doing.run(async () => {
      const told = await answerOf(
        service.POST('/v1/businesses/{business}/handovers/{handover}/stop', {
          params: { path: { business: acting.number, handover: id } },
          body: {},
        }),
      )
      stopping = false
      return told.result
    })
</script>

<svelte:head><title>{handover ? `${what} to ${handover.to.name}` : 'A handover'} · Famiglia</title></svelte:head>
<main class="ledger">
  {#if handover}
    <div class="span page-top">
      <p class="margin">A handover, <br />{said}</p>
      <div>
        <h1 class="sentence m">
          Hand over <b>{what}</b> to <b>{handover.to.name}</b>{#if handover.keeping}, keeping <b
              ><i>{handover.keeping}</i></b
            >{/if}{handover.withBilling ? ', with billing' : ''}{handover.withPeople ? ', with its people' : ''}.
        </h1>
        <p class="sub">
          From {handover.from.name} ({handover.from.number}) to {handover.to.name} ({handover.to
            .number}){handover.because ? `. ${handover.because}` : ''}
        </p>
      </div>
    </div>
    <div class="span">
      <p class="margin">{sayDate(Temporal.Now.instant(), acting.zone)}</p>
      <Course {handover} zone={acting.zone} />
    </div>
    <Outcome {doing} label="Do it" />
    <div class="span">
      <p class="margin">
        {handover.state === 'completed'
          ? 'As it was signed'
          : handover.completesAt && handover.state === 'cooling'
            ? `On ${sayDate(Temporal.Instant.from(handover.completesAt), acting.zone)}`
            : 'What becomes of it'}
      </p>
      <div>
        {#if chooses}<Account lines={handover.lines} newOwner={handover.to.name} bind:falls />{:else}<Account
            lines={handover.lines}
            newOwner={handover.to.name}
          />{/if}
        {#if handover.gone.length > 0}
          <p class="sub">
            Signed, and not there any more: {sayList(handover.gone.map(one => `${one.who}, on ${one.on}`))}.
          </p>
        {/if}
      </div>
    </div>
    {#if handover.state === 'open' || handover.state === 'cooling'}
      <div class="span section">
        <p class="margin">{handover.state === 'open' ? 'First' : 'Beside it'}</p>
        {#if chooses}<Before told={handover} bind:falls />{:else}<Before told={handover} />{/if}
      </div>
    {/if}
    {#if handover.anew}
      <div class="span section">
        <p class="margin">More than signed</p>
        <div>
          <p class="entry">
            Somebody could do more now than both of you signed. Where both agree to it as it stands now, it goes over
            so; else what is more falls.
          </p>
          <p>
            {handover.anew.they
              ? 'The other side agreed to it as it stands now.'
              : 'The other side has not agreed to it.'}
          </p>
          {#if handover.anew.you}<p class="note">You agreed to it. It takes the other side too.</p>
          {:else}<button class="btn" disabled={doing.busy} onclick={signAnew}>Agree to it as it stands now</button>{/if}
        </div>
      </div>
    {/if}
    {#if handover.keepers.length > 0}
      <div class="span section">
        <p class="margin">On the platforms</p>
        <div>
          {#each handover.keepers as { asset, platform, isTold } (asset + platform)}<p>
              {isTold
                ? `${platform} knows ${handover.to.name} as the keeper of ${asset}.`
                : `${platform} has not answered yet who keeps ${asset}; it is told again and again.`}
            </p>{/each}
        </div>
      </div>
    {/if}
    {#if handover.state === 'open' && proposed.data}
      <div class="span section">
        <p class="margin">{handover.isSender ? 'It waits' : 'Your answer'}</p>
        <div>
          <Answer proposal={proposed.data} received={!handover.isSender} asked={null} falls={falls ?? []} />
        </div>
      </div>
    {:else if handover.state === 'cooling'}
      <div class="span section">
        <p class="margin">Until then</p>
        <div>
          {#if stopping}<Sure
              act="Stop this handover"
              leave="Let it go on"
              busy={doing.busy}
              ending
              onact={stop}
              onleave={() => (stopping = false)}>Nothing changes then: {what} stays with {handover.from.name}.</Sure
            >{:else}<button class="btn end" onclick={() => (stopping = true)}>Stop this handover</button>{/if}
          <p class="note">Either side can, until {at(handover.completesAt!)}, by confirming who they are.</p>
        </div>
      </div>
    {:else if handover.reason}<p class="section entry">{handover.reason}</p>{/if}
  {:else if found.error}<NotHere error={found.error} />
  {:else}<Waiting />{/if}
</main>

<style>
  i {
    font-style: italic;
  }
  .note {
    margin-top: 0.5rem;
  }
</style>
