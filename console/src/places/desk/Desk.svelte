<script lang="ts">
  import { capitalised, sayCount, sayEnd, sayInstant, sayList, Temporal } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Age from '../../parts/Age.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { queries } from '../../reach/queries'
  import { answerOf, service } from '../../reach/service'
  import DeskSection from './DeskSection.svelte'

  const acting = getActing()
  const path = $derived({ business: acting.number })
  const query = createQuery(() => ({
    queryKey: ['desk', acting.number],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/desk', { params: { path } })),
    enabled: acting.number !== '',
  }))
  const desk = $derived(query.data)
  const first = $derived((acting.me?.person.name ?? '').split(' ')[0])
  const hour = $derived(Temporal.Now.zonedDateTimeISO(acting.zone).hour)
  const greeting = $derived(hour < 12 ? 'Good morning' : hour < 18 ? 'Good afternoon' : 'Good evening')
  const today = $derived(sayInstant(Temporal.Now.instant(), acting.zone).split(',')[0])
  const total = $derived(
    desk ? desk.received.length + desk.waiting.length + desk.ending.length + desk.unfinished.length : 0,
  )
  const headline = $derived.by(() => {
    if (!desk) return ''
    if (desk.received.length > 0)
      return capitalised(`${sayCount(desk.received.length, 'letter waits', 'letters wait')} for your answer.`)
    if (desk.waiting.length > 0)
      return capitalised(
        `${sayCount(desk.waiting.length, 'letter you sent waits', 'letters you sent wait')} for an answer.`,
      )
    return total > 0 ? 'Nothing waits for an answer.' : 'Nothing waits for you.'
  })
  let failed: unknown = $state(null)

  async function act(what: 'accept' | 'decline' | 'remind' | 'withdraw', proposal: string) {
    failed = null
    try {
      const own = { params: { path: { proposal } } }
      const sent = { params: { path: { business: acting.number, proposal } } }
      if (what === 'accept') await answerOf(service.POST('/v1/me/proposals/{proposal}/acceptance', own))
      else if (what === 'decline')
        await answerOf(service.POST('/v1/me/proposals/{proposal}/refusal', { ...own, body: {} }))
      else if (what === 'remind')
        await answerOf(service.POST('/v1/businesses/{business}/proposals/{proposal}/reminder', sent))
      else await answerOf(service.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', sent))
      await queries.invalidateQueries()
    } catch (error) {
      failed = error
    }
  }
</script>

<svelte:head><title>Desk · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">{today}</p>
    <h1 class="title">{greeting}, {first}. {headline}</h1>
  </div>
  {#if failed}<Trouble error={failed} />{/if}
  {#if desk}
    <DeskSection title="Waits for your answer" items={desk.received}>
      {#snippet when(row)}<Age at={row.openedAt} zone={acting.zone} /><span
          >lapses <Age at={row.lapsesAt} zone={acting.zone} /></span
        >{/snippet}
      {#snippet what(row)}<b>{row.from}</b> invites you to work for <b>{row.business}</b>, on {sayList(
          row.assets,
        )}.{/snippet}
      {#snippet next(row)}<button class="btn btn-primary btn-sm" onclick={() => act('accept', row.proposal)}
          >Accept</button
        ><button class="quiet" onclick={() => act('decline', row.proposal)}>Decline</button>{/snippet}
    </DeskSection>
    <DeskSection title="Waits for somebody else" items={desk.waiting}>
      {#snippet when(row)}<span>pending since <Age at={row.openedAt} zone={acting.zone} /></span><span
          >lapses <Age at={row.lapsesAt} zone={acting.zone} /></span
        >{/snippet}
      {#snippet what(row)}<b>{row.to}</b> has not answered the invitation of {row.by}, to {sayList(
          row.assets,
        )}.{/snippet}
      {#snippet next(row)}<button class="btn btn-sm" onclick={() => act('remind', row.proposal)}>Send it again</button
        ><button class="quiet" onclick={() => act('withdraw', row.proposal)}>Withdraw</button>{/snippet}
    </DeskSection>
    <DeskSection title="Runs out soon" items={desk.ending}>
      {#snippet when(row)}<span class="due"><Age at={row.until} zone={acting.zone} /></span>{/snippet}
      {#snippet what(row)}<b>{row.person}</b> reaches <b>{row.asset}</b> until {sayEnd(
          Temporal.Instant.from(row.until),
          acting.zone,
        )}.{/snippet}
      {#snippet next(row)}<a class="btn btn-sm" href="/{acting.number}/people/{row.personId}">Look at it</a>{/snippet}
    </DeskSection>
    <DeskSection title="Unfinished" items={desk.unfinished}>
      {#snippet when(row)}<Age at={row.since} zone={acting.zone} />{/snippet}
      {#snippet what(row)}<b>{row.person}</b>
        {row.lacks === 'assets'
          ? 'is on no asset yet, and sees an empty page.'
          : 'signs in with a password only: no second proof is set up.'}{/snippet}
      {#snippet next(row)}<a
          class="btn btn-sm"
          href={row.lacks === 'assets'
            ? `/${acting.number}/give?who=${encodeURIComponent(row.address)}`
            : `/${acting.number}/people/${row.personId}`}>{row.lacks === 'assets' ? 'Give access' : 'Look at it'}</a
        >{/snippet}
    </DeskSection>
    {#if total === 0}
      <div class="section">
        <p class="entry">The desk is clear.</p>
        <p class="sub">
          {acting.isAdmin
            ? 'Whoever you invite, and whatever runs out, will lie here.'
            : 'What you are invited to will lie here.'}
        </p>
        <p class="first">
          <a class="btn" href={acting.isAdmin ? `/${acting.number}/give` : '/my-access'}
            >{acting.isAdmin ? 'Give somebody access' : 'See what you may do'}</a
          >
        </p>
      </div>
    {/if}
  {:else if query.error}<div class="section"><Trouble error={query.error} /></div>
  {:else}<Waiting />{/if}
</main>

<style>
  .first {
    margin-top: 0.75rem;
  }
</style>
