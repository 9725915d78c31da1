<script lang="ts">
  import { capitalised, sayCount, sayEnd, sayDate, sayInstant, sayList, Temporal, withReason } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import AdminChanges from '../../parts/AdminChanges.svelte'
  import Age from '../../parts/Age.svelte'
  import Emphasised from '../../parts/Emphasised.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import Slip from '../../parts/Slip.svelte'
  import TierMark from '../../parts/TierMark.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'
  import { sayAddress } from '../give/say'
  import { countOf, firstHole } from './desk-words'
  import FirstSteps from './FirstSteps.svelte'
  import LineOfDays from './LineOfDays.svelte'
  import NumberPlate from '../../parts/NumberPlate.svelte'
  import DeskSection from './DeskSection.svelte'
  import UnsentSentence from './UnsentSentence.svelte'

  const acting = getActing()
  const doing = new Doing()
  const path = $derived({ business: acting.number })
  const query = createQuery(() => ({
    queryKey: ['desk', acting.number],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/desk', { params: { path } })),
    enabled: acting.number !== '',
    refetchInterval: 15_000,
  }))
  const desk = $derived(query.data)
  const first = $derived((acting.me?.person.name ?? '').split(' ')[0])
  const hour = $derived(Temporal.Now.zonedDateTimeISO(acting.zone).hour)
  const greeting = $derived(hour < 12 ? 'Good morning' : hour < 18 ? 'Good afternoon' : 'Good evening')
  const today = $derived(sayDate(Temporal.Now.instant(), acting.zone))
  const total = $derived(desk ? countOf(desk) : 0)
  /** `28 February`: with its year only where that is not the next one of that name. */
  function sayShortEnd(later: string): string {
    const end = Temporal.Instant.from(later)
    const said = sayEnd(end, acting.zone)
    const isNext = end.since(Temporal.Now.instant()).total('hours') < 360 * 24
    return isNext ? said.replace(/ \d{4}$/, '') : said
  }

  let passedOn = $state('')
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

  const own = (proposal: string) => ({ params: { path: { proposal } } })
  const sent = (proposal: string) => ({ params: { path: { business: acting.number, proposal } } })

  const accept = (proposal: string) =>
    doing.run(async () => {
      const accepted = await answerOf(
        service.POST('/v1/me/proposals/{proposal}/acceptance', { ...own(proposal), body: {} }),
      )
      return `Accepted. ${accepted.result}`
    })
  const decline = (proposal: string) =>
    doing.run(async () => {
      await answerOf(service.POST('/v1/me/proposals/{proposal}/refusal', { ...own(proposal), body: {} }))
      return 'Declined. Nothing was given.'
    })
  const remind = (proposal: string) =>
    doing.run(async () => {
      const again = await answerOf(
        service.POST('/v1/businesses/{business}/proposals/{proposal}/reminder', sent(proposal)),
      )
      return `Sent again to ${again.sentTo}; the old link no longer works.`
    })
  /** Not enough for its purpose, and meant so; or told again. */
  const leave = (who: string, purpose: string, meant: boolean) =>
    doing.run(async () => {
      const body = { who, purpose, meant }
      return (await answerOf(service.PUT('/v1/businesses/{business}/desk/left-as-is', { params: { path }, body })))
        .result
    })
  const withdraw = (proposal: string) =>
    doing.run(async () => {
      const { neverSent } = await answerOf(
        service.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', sent(proposal)),
      )
      return neverSent
        ? 'Withdrawn. Its letter had not left yet: nothing was sent.'
        : 'Withdrawn. Its link no longer works.'
    })
  const passOn = (proposal: string) =>
    doing.run(async () => {
      passedOn = (
        await answerOf(service.POST('/v1/businesses/{business}/proposals/{proposal}/pass-on', sent(proposal)))
      ).link
    })
  const move = (proposal: string, confirmed: boolean) =>
    doing.run(
      async () =>
        (
          await answerOf(
            service.POST('/v1/businesses/{business}/proposals/{proposal}/move', {
              ...sent(proposal),
              body: { confirmed },
            }),
          )
        ).result,
    )
</script>

<svelte:head><title>Desk · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">{today}</p>
    <div>
      {#if desk?.firstSteps && acting.business}
        <h1 class="title">
          Welcome, <bdi>{first}</bdi>. <bdi>{acting.business.name}</bdi> is open, and you are its admin.
        </h1>
        <p class="sub">
          Its business number is <NumberPlate number={acting.number} /> An agency needs this number to ask you for access.
          It is safe to pass on: it opens nothing.
        </p>
      {:else}<h1 class="title">{greeting}, <bdi>{first}</bdi>. {headline}</h1>{/if}
    </div>
  </div>
  {#if desk?.firstSteps}<FirstSteps steps={desk.firstSteps} />{/if}
  {#if desk && desk.days.length > 0}<LineOfDays days={desk.days} zone={acting.zone} />{/if}
  <Outcome {doing} />
  {#each desk?.contests ?? [] as one (one.id)}<Slip tone="due"
      >{#if one.isOwner}<b>{one.claimant.name}</b> says that <b>{one.what}</b> is theirs. It goes over on {sayDate(
          Temporal.Instant.from(one.ends),
          acting.zone,
        )}, unless one of you says no.{:else}You contest who owns <b>{one.what}</b>; its owner has until {sayDate(
          Temporal.Instant.from(one.ends),
          acting.zone,
        )} to say no.{/if}
      <a class="btn btn-sm" href="/{acting.number}/contests"
        >{one.canSayNo ? 'Read it, and answer' : 'See how far it is'}</a
      ></Slip
    >{/each}
  {#if desk?.steppingIn}{@const { name, becomes, canSayNo } = desk.steppingIn}<Slip tone="due"
      ><b>{name}</b> becomes an admin on {sayInstant(Temporal.Instant.from(becomes), acting.zone)}, unless an admin or
      somebody in finance says no.
      <a class="btn btn-sm" href="/{acting.number}/understudy"
        >{canSayNo ? 'Read it, and say no' : 'See how far it is'}</a
      ></Slip
    >{/if}
  {#if passedOn}<Slip tone="fine"
      >Pass this link on by other means. It proves nobody’s address: who answers from another one is asked about here
      first. <code>{passedOn}</code></Slip
    >{/if}
  {#if acting.number}{#key acting.number}<UnsentSentence />{/key}{/if}
  {#if desk}
    <DeskSection title="Waits for your answer" items={desk.received}>
      {#snippet when(row)}<Age at={row.openedAt} zone={acting.zone} /><span
          >expires <Age at={row.lapsesAt} zone={acting.zone} /></span
        >{/snippet}
      {#snippet what(row)}<Emphasised text={row.said} names={row.names} />{withReason('', row.note)}{/snippet}
      {#snippet next(row)}{#if row.answeredBy !== 'address'}<a
            class="btn btn-primary btn-sm"
            href="/{acting.number}/proposals/{row.proposal}">Read and answer</a
          >{:else}<button class="btn btn-primary btn-sm" onclick={() => accept(row.proposal)}>Accept</button><button
            class="quiet"
            onclick={() => decline(row.proposal)}>Decline</button
          >{/if}{/snippet}
    </DeskSection>
    {#if acting.isAdmin}<AdminChanges />{/if}
    <DeskSection title="Waits for somebody else" items={desk.waiting}>
      {#snippet when(row)}<span>sent <Age at={row.openedAt} zone={acting.zone} /></span><span
          class={{ due: row.lapsesSoon }}>expires <Age at={row.lapsesAt} zone={acting.zone} /></span
        >{/snippet}
      {#snippet what(row)}{#if row.moveTo}Somebody with the link of the invitation to <b>{row.to}</b> wants to answer
          from
          <b>{row.moveTo}</b>.{:else}<Emphasised text={row.said} names={row.names} />.
          {#if row.cameBack}<a class="due" href="/{acting.number}/proposals/{row.proposal}">{row.cameBack}</a>{:else}<a
              href="/{acting.number}/proposals/{row.proposal}">It waits for {row.waitsFor}</a
            >.{/if}{/if}{/snippet}
      {#snippet next(row)}{#if row.moveTo}<button class="btn btn-sm" onclick={() => move(row.proposal, true)}
            >Send it there</button
          ><button class="quiet" onclick={() => move(row.proposal, false)}>Leave it</button
          >{:else}{#if row.canBeSentAgain}<button class="btn btn-sm" onclick={() => remind(row.proposal)}
              >Send it again</button
            >{/if}<span class="two"
            >{#if row.canBePassedOn}<button class="quiet" onclick={() => passOn(row.proposal)}>Link to pass on</button
              >{/if}<button class={row.canBeSentAgain ? 'quiet' : 'btn btn-sm'} onclick={() => withdraw(row.proposal)}
              >Withdraw</button
            ></span
          >{/if}{/snippet}
    </DeskSection>
    <DeskSection title="Worth a look" items={desk.admins}>
      {#snippet when(row)}<span>{sayCount(row.admins, 'admin')}</span>{/snippet}
      {#snippet what(row)}{#if row.finding === 'alone'}You are the only admin. If you cannot sign in any more, nobody
          can act for {acting.business?.name}.{:else if row.finding === 'many'}There are <b
            >{sayCount(row.admins, 'admin')}</b
          >, and more than {sayCount(row.most, 'admin')} was set to be told.{:else}There are <b
            >{sayCount(row.admins, 'admin')}</b
          >, and each alone makes others, hands over assets and names an understudy. It could take two.{/if}{/snippet}
      {#snippet next(row)}{#if row.finding === 'alone'}<a class="btn btn-sm" href="/{acting.number}/lists"
            >Invite a second admin</a
          ><a class="quiet" href="/{acting.number}/understudy">Name an understudy</a>{:else}<a
            class="btn btn-sm"
            href="/{acting.number}/lists">{row.finding === 'two' ? 'Let it take two' : 'See the people'}</a
          >{/if}{/snippet}
    </DeskSection>
    <DeskSection title="Ends soon" items={desk.ending}>
      {#snippet when(row)}<span class="due"><Age at={row.until} zone={acting.zone} /></span>{/snippet}
      {#snippet what(row)}{#if row.from}What <b>{row.from}</b> gave you on <b>{row.on}</b> ends{:else if row.things.length > 1}<b
            >{row.holder}</b
          >: {sayCount(row.things.length, 'thing')} end{:else}<b>{row.holder}</b> has <b>{row.on}</b>{/if}
        {row.from || row.things.length > 1 ? 'on' : 'until'}
        {sayEnd(Temporal.Instant.from(row.until), acting.zone)}.
        {#if row.purpose}<small>To <i>{row.purpose}</i>.</small>{/if}
        <span class="marks"
          >{#each row.things.slice(0, 4) as thing (thing.name)}<span
              ><TierMark tier={thing.tier} actions={thing.actions.length} size="s" /> {thing.name}</span
            >{/each}{#if row.things.length > 4}<span>{row.things.length - 4} more</span>{/if}</span
        >{/snippet}
      {#snippet next(row)}{#if row.extend}<a class="btn btn-sm" href={sayAddress(acting.number, 'review', row.extend)}
            >Extend to {sayShortEnd(row.later)}</a
          >{:else if row.ask}<a
            class="btn btn-sm"
            href="/{acting.number}/ask?of={row.ask.of ?? ''}&wanted={encodeURIComponent(row.ask.wanted)}"
            >Ask for longer</a
          >{/if}{/snippet}
    </DeskSection>
    <DeskSection title="Goes over soon" items={desk.handovers}>
      {#snippet when(row)}<span>completes <Age at={row.completesAt} zone={acting.zone} /></span>{/snippet}
      {#snippet what(row)}From {row.from.name} to <b>{row.to.name}</b>: <b>{row.what}</b>. Either of you can stop it
        until then.{/snippet}
      {#snippet next(row)}<a class="btn btn-sm" href="/{acting.number}/handovers/{row.id}">See what stays</a>{/snippet}
    </DeskSection>
    <DeskSection title="Means of payment that run out" items={desk.means}>
      {#snippet when(row)}<span class={{ bad: row.state === 'has run out' }}>{row.goodUntil}</span>{/snippet}
      {#snippet what(row)}<b>{row.said}</b>
        {row.state === 'has run out' ? 'was good until' : 'is good until'}
        {row.goodUntil}{row.paysFor.length > 0
          ? `, and pays for ${sayList(row.paysFor.map(one => one.name))}`
          : ', and pays for nothing'}.{/snippet}
      {#snippet next(row)}<a
          class="btn btn-sm"
          href="/{acting.number}/money?account={encodeURIComponent(row.paysFor[0]?.text ?? '')}">Pay otherwise</a
        >{/snippet}
    </DeskSection>
    <DeskSection title="Not ready yet" items={desk.holes}>
      {#snippet when(row)}<span>{row.met} of {row.of}</span>{/snippet}
      {#snippet what(row)}{@const hole = firstHole(row)}<b>{row.who.name}</b> is to <i>{row.purpose}</i>{row.at
          ? ` for ${row.at.name}`
          : ''}, and cannot yet: {hole?.takes}
        {hole?.asset ? `on ${hole.asset.name}` : ''} is missing.{#if !row.at && !hole?.sentence && hole?.remedy}<small
            >{hole.remedy}</small
          >{/if}{/snippet}
      {#snippet next(row)}{@const hole = firstHole(row)}{#if !acting.isAdmin}<a
            class="btn btn-sm"
            href="/{acting.number}/ask?for={encodeURIComponent(row.purpose)}">Ask for it</a
          >{:else if hole?.sentence}<a class="btn btn-sm" href={sayAddress(acting.number, 'review', hole.sentence)}
            >{row.who.text.startsWith('B-') ? 'Give them this' : `Give ${row.who.name.split(' ')[0]} this`}</a
          >{:else if row.at}<a
            class="btn btn-sm"
            href="/{acting.number}/ask?of={row.at.number}&for={encodeURIComponent(row.purpose)}">Ask for it</a
          >{:else if hole?.tie}<a class="btn btn-sm" href="/{acting.number}/assets/{encodeURIComponent(hole.tie.one)}"
            >Look at it</a
          >{/if}{#if acting.isAdmin}<button
            class="quiet"
            disabled={doing.busy}
            onclick={() => leave(row.who.text, row.purpose, true)}>It is meant so</button
          >{/if}{/snippet}
    </DeskSection>
    <DeskSection title="Given to you, and nobody put on it" items={desk.unstaffed} total={desk.totals.unstaffed}>
      {#snippet when(row)}<Age at={row.since} zone={acting.zone} />{/snippet}
      {#snippet what(row)}<b>{row.from}</b> gave you <b>{row.on}</b>: only the admins reach it so far.{/snippet}
      {#snippet next(row)}<a class="btn btn-sm" href="/{acting.number}/partners/{row.partner}">Put somebody on it</a
        >{/snippet}
    </DeskSection>
    <DeskSection title="Nobody was put on it" items={desk.alone} total={desk.totals.alone}>
      {#snippet when(row)}<Age at={row.since} zone={acting.zone} />{/snippet}
      {#snippet what(row)}The {row.noun} <b>{row.name}</b> is reached by the admins alone; others of its kind have holders.{/snippet}
      {#snippet next(row)}<a class="btn btn-sm" href="/{acting.number}/assets/{row.number}">See who could</a>{/snippet}
    </DeskSection>
    <DeskSection title="Unfinished" items={desk.unfinished} total={desk.totals.unfinished}>
      {#snippet when(row)}<Age at={row.since} zone={acting.zone} />{/snippet}
      {#snippet what(row)}<b>{row.person}</b>
        {row.lacks === 'assets'
          ? 'is on no asset yet, and sees an empty page.'
          : 'signs in with a password only: no second step is set up.'}{/snippet}
      {#snippet next(row)}<a
          class="btn btn-sm"
          href={row.lacks === 'assets'
            ? `/${acting.number}/give?who=${encodeURIComponent(row.address)}`
            : `/${acting.number}/people/${row.personId}`}>{row.lacks === 'assets' ? 'Give access' : 'Look at it'}</a
        >{/snippet}
    </DeskSection>
    <DeskSection title="Expired without an answer" items={desk.lapsed} total={desk.totals.lapsed}>
      {#snippet when(row)}<Age at={row.lapsedAt} zone={acting.zone} />{/snippet}
      {#snippet what(row)}<b>{row.to}</b> never answered the invitation{row.assets.length > 0
          ? ` to ${sayList(row.assets)}`
          : ''}. Nothing was given.{/snippet}
      {#snippet next(row)}<a class="btn btn-sm" href="/{acting.number}/give?who={encodeURIComponent(row.to)}"
          >Invite anew</a
        >{/snippet}
    </DeskSection>
    {#if desk.leftAsIs.length > 0}<details class="note meant">
        <summary>Not enough for its purpose, and meant so: {desk.leftAsIs.length}</summary>
        <ul>
          {#each desk.leftAsIs as left (`${left.who.text} ${left.purpose}`)}
            <li>
              {left.who.name}, to <i>{left.purpose}</i>: {left.by} said so <Age at={left.at} zone={acting.zone} />.
              <button class="quiet" disabled={doing.busy} onclick={() => leave(left.who.text, left.purpose, false)}
                >Tell it again</button
              >
            </li>
          {/each}
        </ul>
      </details>{/if}
    {#if desk.isUnderstudy && !desk.steppingIn}<p class="note">
        You are the understudy of {acting.business?.name}. <a href="/{acting.number}/understudy">Step in</a> where no admin
        is left to act.
      </p>{/if}
    {#if total === 0 && !desk.firstSteps}
      <div class="section">
        <p class="entry">The desk is clear.</p>
        <p class="sub">
          {acting.isAdmin
            ? 'People you invite, and access that ends soon, will be listed here.'
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
  .marks {
    display: flex;
    gap: 0.125rem 1rem;
    flex-wrap: wrap;
    margin-top: 0.25rem;
    font: 400 0.9063rem/1.5rem var(--font-sans);
  }
  .two {
    display: flex;
    gap: 0.75rem;
  }
  small {
    display: block;
    font: 400 0.9375rem/1.375rem var(--font-sans);
    color: var(--ink-2);
  }
  code {
    font-family: var(--font-mono);
    overflow-wrap: anywhere;
  }
</style>
