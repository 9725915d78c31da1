<script lang="ts">
  import { capitalised, possessive, sayEnd, sayList, Temporal, tiers } from '@famiglia/core'
  import { onMount } from 'svelte'
  import PlainPage from '../../frame/PlainPage.svelte'
  import Age from '../../parts/Age.svelte'
  import AssetWords from '../../parts/AssetWords.svelte'
  import Beforehand from '../../parts/Beforehand.svelte'
  import EachAsset from '../../parts/EachAsset.svelte'
  import Emphasised from '../../parts/Emphasised.svelte'
  import ProofFields from '../../parts/ProofFields.svelte'
  import Field from '../../parts/Field.svelte'
  import Slip from '../../parts/Slip.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { sayFigures } from '../../parts/figures'
  import { Answering } from './answering.svelte'

  const answering = new Answering(location.hash.slice(1))
  const zone = $derived(answering.proposal?.business.zone ?? Temporal.Now.timeZoneId())
  const proposal = $derived(answering.proposal)
  const until = (assets: readonly { until: string | null }[]) => {
    const ends = [
      ...new Set(
        assets.map(asset => (asset.until ? sayEnd(Temporal.Instant.from(asset.until), zone) : 'no end is set')),
      ),
    ]
    return sayList(ends)
  }

  onMount(() => answering.read())
</script>

<svelte:head
  ><title>{proposal ? `A letter from ${proposal.business.name}` : 'An invitation'} · Famiglia</title></svelte:head
>
<PlainPage note={proposal ? `For ${proposal.to}` : ''}>
  <div class="span letter-page">
    <div class="margin side-note">
      <h1>An invitation</h1>
      {#if proposal}<p>
          written <Age at={proposal.openedAt} {zone} />; stays open until {sayEnd(
            Temporal.Instant.from(proposal.lapsesAt),
            zone,
          ).split(',')[0]}
        </p>{/if}
    </div>
    {#if proposal}
      <article class="sheet letter">
        <header>
          <span class="cloth" style:background="var(--cloth-{proposal.business.cloth})"></span>
          <div>
            <p class="name">{proposal.business.name}</p>
            <p class="note num">
              {proposal.business.number}, {proposal.business.town}, in Famiglia since {proposal.business.since.slice(
                0,
                4,
              )}
            </p>
          </div>
        </header>
        <p class="sentence m">
          {proposal.by.name}
          lets <b>you</b>
          <Emphasised
            text={proposal.said}
            names={proposal.assets.map(asset => asset.name)}
            tiers={proposal.assets.flatMap(asset => asset.tier ?? [])}
          />.
        </p>
        {#if proposal.note}<blockquote class="entry">
            {proposal.note}<br /><span>{proposal.by.name}</span>
          </blockquote>{/if}
        <dl class="facts">
          {#if proposal.assets.length > 0}<div>
              <dt>You may</dt>
              <dd><AssetWords assets={proposal.assets} how="waiting" /></dd>
            </div>{/if}
          {#if proposal.assets.length > 0}
            <div>
              <dt>You see</dt>
              <dd><EachAsset assets={proposal.assets} say={asset => sayFigures(asset.sees, asset.hidden)} /></dd>
            </div>
            <div>
              <dt>You may not</dt>
              <dd><EachAsset assets={proposal.assets} say={asset => `${capitalised(asset.mayNot)}.`} /></dd>
            </div>
          {/if}
          {#if proposal.standing !== 'member'}<div>
              <dt>You become</dt>
              <dd>{proposal.standing} of {proposal.business.name}.</dd>
            </div>{/if}
          {#if proposal.assets.some(asset => asset.money)}<div>
              <dt>Whose money</dt>
              <dd>Adverts spend {possessive(proposal.business.name)} money. It costs you nothing.</dd>
            </div>{/if}
          {#if proposal.assets.length > 0}<div>
              <dt>Until</dt>
              <dd>{until(proposal.assets)}</dd>
            </div>{/if}
          <Beforehand of={proposal.beforehand} />
          <div>
            <dt>Then</dt>
            <dd>
              {answering.known
                ? 'You sign in as ever.'
                : 'You make a sign-in of your own, once. No password is sent or shared.'}
            </dd>
          </div>
        </dl>
        {#if answering.failed}<Trouble error={answering.failed} />{/if}
        {#if answering.outcome === 'declined'}
          <Slip tone="fine">You declined. Nothing was given, and {proposal.by.name} is told.</Slip>
        {:else if answering.moved}<Slip tone="fine">{answering.moved}</Slip>
        {:else if answering.passedOn && answering.signedInAs !== proposal.to}
          <form onsubmit={event => answering.move(event)}>
            <p>
              This link was passed on to you, so it does not prove your address. Say where the letter shall come; if
              that is not {proposal.to}, {proposal.by.name} is asked first.
            </p>
            <Field name="address" term="Your e-mail address" type="email" required bind:value={answering.address} />
            <div class="acts"><button class="btn btn-primary" disabled={answering.busy}>Send it there</button></div>
          </form>
        {:else if answering.stranger}
          <Slip tone="due"
            >This invitation is for {proposal.to}; you are signed in as {answering.signedInAs}.{#snippet remedy()}<button
                class="quiet"
                onclick={() => answering.signOut()}>Sign out</button
              >{/snippet}</Slip
          >
        {:else}
          {#if answering.prover}
            <p>Confirm it’s you to accept this.</p>
            <ProofFields
              person={answering.prover}
              busy={answering.busy}
              label="Accept"
              onprove={proof => answering.acceptWith(proof)}
            />
          {:else}
            <form onsubmit={event => answering.accept(event)}>
              {#if answering.takesNewSignIn}
                <Field
                  name="name"
                  term="Your name"
                  required
                  maxlength={80}
                  autocomplete="name"
                  bind:value={answering.name}
                />
                <Field
                  name="password"
                  term="A password for your sign-in"
                  type="password"
                  required
                  minlength={10}
                  autocomplete="new-password"
                  hint="At least 10 characters. Several words are easy to keep in mind."
                  bind:value={answering.password}
                />
              {/if}
              {#if proposal.takesChair}
                <label class="field"
                  ><span>What the agency keeps on what is there</span>
                  <select class="select" bind:value={answering.keeping}
                    ><option value="">nothing</option>{#each tiers as tier (tier)}<option value={tier}>{tier}</option
                      >{/each}</select
                  ></label
                >
              {/if}
              <div class="acts">
                <button class="btn btn-primary" disabled={answering.busy}
                  >{answering.takesSignIn ? 'Sign in to accept' : 'Accept and begin'}</button
                >
                <button class="btn btn-ghost" type="button" onclick={() => (answering.declining = !answering.declining)}
                  >Decline</button
                >
              </div>
            </form>
          {/if}
          {#if answering.declining}
            <form class="decline" onsubmit={event => answering.decline(event)}>
              <Field name="reason" term="A word on why, if you like" maxlength={500} bind:value={answering.reason} />
              <button class="btn end" disabled={answering.busy}>Decline</button>
            </form>
          {/if}
        {/if}
      </article>
      <aside class="post">
        <h2 class="head">Before you say yes</h2>
        <dl>
          <dt>Is it for you?</dt>
          <dd>It is bound to {proposal.to}.</dd>
          <dt>What {proposal.business.name} will see</dt>
          <dd>Your name, address, how you sign in, and when you last used each asset.</dd>
          <dt>Not expected?</dt>
          <dd>
            Decline, or leave it: nothing is given, and it expires by itself. It was sent by {proposal.by.address}.
          </dd>
        </dl>
      </aside>
    {:else if answering.failed}
      <div>
        <Trouble error={answering.failed} />
        <p class="sub">Nothing was given, and nothing is lost. <a href="/">Go to your desk</a></p>
      </div>
    {/if}
  </div>
</PlainPage>

<style>
  header {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0.875rem;
    align-items: center;
    margin-bottom: 1rem;
  }
  .cloth {
    width: 0.75rem;
    height: 2.75rem;
    border-radius: 1px;
  }
  .name {
    font: 600 1.1875rem/1.5rem var(--font-serif);
  }
  blockquote {
    margin: 0.875rem 0 0.75rem;
    padding: 0.125rem 0 0.125rem 1.125rem;
    border-left: 4px double var(--margin-rule);
    font-style: italic;
  }
  form {
    display: grid;
    gap: 0.75rem;
    border-top: 4px double var(--rule-strong);
    padding-top: 1rem;
  }
  .acts {
    display: flex;
    gap: 0.75rem;
    flex-wrap: wrap;
  }
  .decline {
    margin-top: 0.75rem;
    border-top: 1px solid var(--rule);
    justify-items: start;
  }
  aside dt {
    font: italic 400 1.0625rem/1.5rem var(--font-serif);
    color: var(--ink-2);
    margin-top: 0.75rem;
  }
  aside dd {
    font-size: 0.9375rem;
  }
</style>
