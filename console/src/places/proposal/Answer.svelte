<script lang="ts">
  import { printWanted, Temporal, wantedOf, type AssetNumber } from '@famiglia/core'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import LinkCut from './LinkCut.svelte'
  import PayingWith from './PayingWith.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import ThingByThing from './ThingByThing.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service, type Schemas } from '../../reach/service'

  /** Answering a proposal: whole, in part, no; or taking back what one sent. What comes next stands there afterwards. */
  interface Props {
    proposal: Schemas['Proposal']
    received: boolean
    /** Where it is an ask: its things, to be answered one by one. */
    asked: Schemas['AskedThings'] | null
    /** The lines of a handover’s account that are to fall too. */
    falls?: readonly string[]
  }
  let { proposal, received, asked, falls = [] }: Props = $props()

  const acting = getActing()
  const doing = new Doing()
  let lessening = $state(false)
  let less = $state('')
  let reason = $state('')
  /** Why single things are not granted. */
  let reasons = $state('')
  let count = $state({ granted: 0, of: 0 })
  const oneByOne = $derived((asked?.answerable.length ?? 0) > 0)
  /** The answer to what the yes says separately: no, unless it is chosen. */
  let mayGiveAccess = $state(false)
  /** What its yes says of who pays: with what, or that it stays as it is. */
  let means = $state('')
  let payerStays = $state(false)
  const path = $derived({ business: acting.number, proposal: proposal.id })
  const open = $derived(proposal.state === 'open')
  const mine = $derived(proposal.by.id === acting.me?.person.id && !received)
  const answers = $derived(open && !mine && (received || proposal.answeredBy === 'colleagues'))
  const sent = $derived(open && !answers && !received)

  function beginLess() {
    lessening = !lessening
    if (less || proposal.kind === 'link') return
    less = watchingAll()
  }

  /** The least that can be said of all that was proposed: where an answer with less begins. */
  function watchingAll(): string {
    const things = proposal.assets.map(({ number, hidden, until }) => ({
      what: { by: 'number' as const, number: number as AssetNumber },
      terms: {
        tier: 'watch' as const,
        actions: [],
        hiding: hidden,
        from: null,
        until: until ? Temporal.Instant.from(until) : null,
      },
    }))
    return printWanted(wantedOf(things, proposal.business.zone))
  }

  const because = () => {
    const said = [reasons, reason.trim()].filter(Boolean).join(' ').slice(0, 500)
    return said ? { reason: said } : {}
  }
  const accept = (part: boolean) =>
    doing.run(async () => {
      const body = {
        ...(part ? { less: less.trim() } : {}),
        ...because(),
        mayGiveAccess: proposal.question !== null && mayGiveAccess,
        ...(means && !payerStays ? { means: `means/${means}` } : {}),
        ...(payerStays ? { payerStays } : {}),
        falls: [...falls],
      }
      const answered = await answerOf(
        service.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', { params: { path }, body }),
      )
      return answered.result
    })
  const decline = () =>
    doing.run(
      async () =>
        (
          await answerOf(
            service.POST('/v1/businesses/{business}/proposals/{proposal}/refusal', {
              params: { path },
              body: because(),
            }),
          )
        ).result,
    )
  const withdraw = () =>
    doing.run(async () => {
      await answerOf(service.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', { params: { path } }))
      return 'Withdrawn.'
    })
  const remind = () =>
    doing.run(async () => {
      const again = await answerOf(
        service.POST('/v1/businesses/{business}/proposals/{proposal}/reminder', { params: { path } }),
      )
      return `Sent again to ${again.sentTo}; it stays open until ${again.staysOpenUntil}.`
    })
</script>

{#if answers}
  {#if proposal.question}
    <fieldset>
      <legend>{proposal.question.asks}</legend>
      <p class="sub">{proposal.question.hint}</p>
      <label
        ><input type="radio" class="radio radio-sm" name="question" value={false} bind:group={mayGiveAccess} /> No</label
      >
      <label
        ><input type="radio" class="radio radio-sm" name="question" value={true} bind:group={mayGiveAccess} /> Yes</label
      >
    </fieldset>
  {/if}
  {#if proposal.paying?.takesMeansOn || proposal.paying?.canStay}<PayingWith
      paying={proposal.paying}
      bind:means
      bind:stays={payerStays}
    />{/if}
  {#if asked && oneByOne}<ThingByThing {asked} bind:less bind:reason={reasons} bind:count />{/if}
  <div class="acts">
    {#if oneByOne}<button
        class="btn btn-primary"
        disabled={doing.busy || count.granted === 0}
        onclick={() => accept(less !== '')}
        >{less === ''
          ? proposal.yes.whole
          : count.granted === count.of
            ? proposal.yes.less?.send
            : `Grant ${count.granted} of ${count.of}`}</button
      >{:else}<button class="btn btn-primary" disabled={doing.busy} onclick={() => accept(false)}
        >{proposal.yes.whole}</button
      >{/if}
    {#if proposal.yes.less && !oneByOne}<button class="btn" aria-expanded={lessening} onclick={beginLess}
        >{proposal.yes.less.begin}</button
      >{/if}
    <button class="btn btn-ghost" disabled={doing.busy} onclick={decline}
      >{oneByOne ? 'Say no to all' : 'Decline'}</button
    >
  </div>
  {#if lessening}
    {#if proposal.kind === 'link'}<LinkCut {proposal} bind:less />{:else}<Field
        name="less"
        term="What it is instead"
        hint="What you leave out falls. Never more than was proposed."
        bind:value={less}
      />{/if}
    <p class="acts">
      <button class="btn btn-sm btn-primary" disabled={!less || doing.busy} onclick={() => accept(true)}
        >{proposal.yes.less?.send}</button
      >
    </p>
  {/if}
  <Field name="reason" term="Say why, if you like" maxlength={500} bind:value={reason} />
{:else if sent}
  <div class="acts">
    <button class="btn" disabled={doing.busy} onclick={withdraw}>Withdraw it</button>
    {#if proposal.canBeSentAgain}<button class="btn" disabled={doing.busy} onclick={remind}>Send it again</button>{/if}
  </div>
{/if}
<Outcome {doing} label={proposal.yes.whole} />
{#if proposal.state === 'accepted' && proposal.partner}
  <p class="acts">
    <a
      class="btn btn-primary long"
      href="/{acting.number}/partners/{received ? proposal.business.number : proposal.partner.number}"
      >See what is ready now, and what is missing</a
    >
  </p>
{/if}

<style>
  fieldset {
    margin-top: 1rem;
    padding: 0.75rem 1rem;
    background: var(--wash-due);
    border-radius: 2px;
  }
  legend {
    float: left;
    width: 100%;
    font: 600 1.125rem/1.5rem var(--font-serif);
  }
  fieldset label {
    display: inline-flex;
    gap: 0.5rem;
    align-items: center;
    margin: 0.5rem 1.5rem 0 0;
    font-weight: 600;
  }
  .acts {
    display: flex;
    gap: 0.75rem;
    flex-wrap: wrap;
    margin: 1rem 0 0.75rem;
  }
  /* Its words take two lines on a phone. */
  .long {
    max-width: 100%;
    height: auto;
    min-height: var(--size);
    padding-block: 0.375rem;
    white-space: normal;
  }
</style>
