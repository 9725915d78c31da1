<script lang="ts">
  import {
    adviseNumber,
    allFigures,
    allKinds,
    endOf,
    isAddress,
    readMoment,
    readNumber,
    sayEnd,
    sayList,
    Temporal,
    type Kind,
    type Tier,
  } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Icon from '../../parts/Icon.svelte'
  import Slip from '../../parts/Slip.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { purposesOf } from '../../reach/lists'
  import { answerOf, service } from '../../reach/service'
  import Choices from './Choices.svelte'
  import CompareTiers from './CompareTiers.svelte'
  import Consequences from './Consequences.svelte'
  import { Composer } from './composer.svelte'
  import { Known } from './known.svelte'
  import Panel from './Panel.svelte'
  import { goAndSay, readSay } from './say'
  import SentenceLine from './SentenceLine.svelte'
  import Sufficiency from './Sufficiency.svelte'
  import { Unsent } from './unsent.svelte'
  import UntilWhen from './UntilWhen.svelte'
  import WhatFor from './WhatFor.svelte'

  const acting = getActing()
  const composer = new Composer()
  const known = new Known(acting)
  const unsent = new Unsent(acting)
  const begun = readSay()
  const asked = new URLSearchParams(location.search)
  let unread = $state(begun ? composer.take(begun) : null)
  if (!begun) composer.begin(asked.get('who'), asked.get('on'))
  let open: string | null = $state(null)
  let comparing: Kind | null = $state(null)

  const path = $derived({ business: acting.number })
  const purposes = purposesOf(acting)
  const preview = createQuery(() => ({
    queryKey: ['preview', acting.number, composer.text],
    queryFn: async () =>
      answerOf(
        service.POST('/v1/businesses/{business}/sentences/preview', {
          params: { path },
          body: { sentence: composer.text },
        }),
      ),
    enabled: composer.isWhole,
    placeholderData: (before: unknown) => before as never,
  }))

  $effect(() => composer.remember())
  $effect(() => {
    if (composer.isWhole) unsent.keep(composer.text)
  })

  const things = $derived(composer.on.map(key => known.thing(key)))
  const kindsNamed = $derived([...new Set(things.flatMap(thing => thing.kind ?? []))])
  /** Somebody new is called by their name as soon as the preview knows it. */
  const lookedUp = $derived(preview.data?.who ?? [])
  const nameOf = (key: string) =>
    known.who.find(one => one.key === key)?.name ?? lookedUp.find(one => one.text === key)?.name ?? key
  const whoSaid = $derived(sayList(composer.who.map(nameOf)))
  const asks = $derived(
    whoSaid && !whoSaid.includes('@') ? `What should ${whoSaid} get done?` : 'What should they get done?',
  )
  const prefilled = $derived(
    composer.prefilled &&
      (composer.on.includes(composer.prefilled) ? known.thing(composer.prefilled).name : nameOf(composer.prefilled)),
  )
  const untilSaid = $derived.by(() => {
    const moment = readMoment(composer.until)
    return moment ? sayEnd(endOf(moment, acting.zone), acting.zone) : composer.until
  })
  const wrong = $derived(composer.isWhole ? preview.error : null)

  const close = () => (open = null)
  function takeWho(key: string) {
    composer.addWho(key)
    close()
  }

  function takeOn(key: string) {
    for (const one of known.meant(key)) composer.addOn(one, known.thing(one).kind)
    close()
  }

  function takePrefilledOut() {
    if (!composer.prefilled) return
    if (composer.on.includes(composer.prefilled)) composer.removeOn(composer.prefilled)
    else composer.removeWho(composer.prefilled)
  }

  function takeTier(tier: Tier) {
    composer.chooseTier(tier)
    comparing = null
  }

  /** Something that the purpose misses is added to what is named; where nothing was named, the named ones were all. */
  function addAsset(text: string) {
    composer.addOn(text, known.thing(text).kind)
  }

  /** What a purpose takes along only if one wants it. */
  function wantAsset(text: string, wanted: boolean) {
    if (wanted) composer.takeAlong()
    else composer.leaveOut(text, preview.data?.assets ?? [])
  }

  function readOver() {
    if (composer.isWhole && !wrong) goAndSay(acting.number, 'review', composer.text)
  }

  function onkey(event: KeyboardEvent) {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) readOver()
  }

  /** In so many months from today, counted where the business is. */
  function inMonths(months: number): string {
    return Temporal.Now.plainDateISO(acting.zone).add({ months }).toString()
  }

  /** Somebody who is in no list: a person by their address, a business by its number once the check digits fit. */
  function somebodyNew(typed: string): string | null {
    if (isAddress(typed)) return typed.toLowerCase()
    const reading = readNumber(typed)
    return acting.isAdmin && reading.ok && reading.kind === 'B' ? reading.number : null
  }
</script>

<svelte:head><title>Give · Famiglia</title></svelte:head>
<svelte:window onkeydown={onkey} />
{#if comparing}
  <CompareTiers
    kind={comparing}
    kinds={kindsNamed.length > 0 ? kindsNamed : allKinds}
    ontake={takeTier}
    onback={() => (comparing = null)}
  />
{:else}
  <main class="ledger">
    <div class="span top">
      <div class="margin">
        <h1>A new sentence</h1>
        <p class="keys">Tab to the next part, type to change it.</p>
      </div>
      <div>
        <SentenceLine {composer} {known} {nameOf} {untilSaid} bind:open />
        {#if prefilled}<p class="note">
            {prefilled} was filled in, because you came from there.
            <button class="quiet" onclick={takePrefilledOut}>Take {prefilled} out</button>
          </p>{/if}
        <p class="said">
          <code>{composer.text}</code><button
            class="quiet"
            aria-label="Copy this sentence"
            onclick={() => navigator.clipboard.writeText(composer.text)}><Icon name="copy" /></button
          >
        </p>
        {#if composer.further.length > 0}
          <p class="note">
            {preview.data?.summary ?? ''} What stands after “and” stays as it is.
            <button class="quiet" onclick={() => (composer.further = [])}>Leave it out</button>
          </p>
        {/if}
        {#if composer.toBusiness}
          <fieldset class="questions">
            <label class="check"
              ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={composer.mayGiveAccess} /> They may give
              access by it themselves (takes steward)</label
            >
            <label class="check"
              ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={composer.mayPassOn} /> They may pass it on
              to a further business</label
            >
          </fieldset>
        {/if}
        {#if unread}<Slip tone="badly"
            >{unread}{#snippet remedy()}<button class="quiet" onclick={() => (unread = null)}>Begin anew</button
              >{/snippet}</Slip
          >{/if}
        {#if unsent.before && !begun && composer.who.length === 0}<Slip tone="due"
            >You did not send: <code>{unsent.before}</code>{#snippet remedy()}<button
                class="quiet"
                onclick={() => (unread = composer.take(unsent.before!))}>Take it up again</button
              >
              <button class="quiet" onclick={() => unsent.forget()}>Forget it</button>{/snippet}</Slip
          >{/if}
      </div>
    </div>
    {#if open?.startsWith('who')}
      <Panel label="Who is it for?" keys="Arrow keys move, Enter takes the marked line, Escape closes." onclose={close}>
        <Choices
          items={known.who}
          chosen={composer.who}
          placeholder={acting.isAdmin
            ? 'A name, a team, an e-mail address, or a business number'
            : 'A name, a team, or an e-mail address'}
          free={somebodyNew}
          advice={typed => adviseNumber(typed, 'B', known.partnersNumbered)}
          ontake={takeWho}
        />
        {#if open !== 'who'}<p class="out">
            <button class="btn btn-sm" onclick={() => (composer.removeWho(open!.slice(4)), close())}
              >Take {nameOf(open.slice(4))} out</button
            >
          </p>{/if}
      </Panel>
    {:else if open?.startsWith('what')}
      <Panel label={asks} keys="Arrow keys move, Enter takes the marked line, Escape closes." onclose={close}>
        <WhatFor
          {composer}
          purposes={purposes.data?.items ?? []}
          {things}
          ontaken={close}
          oncompare={() => ((comparing = kindsNamed[0] ?? 'ad-account'), close())}
        />
      </Panel>
    {:else if open?.startsWith('on')}
      <Panel label="On what?" keys="Arrow keys move, Enter takes the marked line, Escape closes." onclose={close}>
        <Choices
          items={known.what}
          chosen={composer.on}
          placeholder="An asset, a bundle, or a number"
          advice={typed => adviseNumber(typed, 'A', known.assetsNumbered)}
          ontake={takeOn}
        />
        <p class="note missing">
          Not in the list? It was not brought in yet, or you do not reach it.
          {#if acting.isAdmin}<a href="/{acting.number}/bring-in">Bring it in</a>, or, if it is another business’s,
            <a href="/{acting.number}/ask">ask for it</a>{:else}<a href="/{acting.number}/ask">Ask for it</a>{/if}
        </p>
        {#if open !== 'on'}<p class="out">
            <button class="btn btn-sm" onclick={() => (composer.removeOn(open!.slice(3)), close())}
              >Take {known.thing(open.slice(3)).name} out</button
            >
          </p>{/if}
      </Panel>
    {:else if open === 'hiding'}
      <Panel label="Which figures stay hidden?" onclose={close}>
        {#each allFigures as figure (figure)}
          <label class="check"
            ><input
              type="checkbox"
              class="checkbox checkbox-sm"
              checked={composer.hiding.includes(figure)}
              onchange={event => composer.hide(figure, event.currentTarget.checked)}
            />
            {figure}</label
          >
        {/each}
      </Panel>
    {:else if open === 'until'}
      <Panel label="Until when?" onclose={close}>
        <UntilWhen zone={acting.zone} bind:until={composer.until} ontaken={close} />
      </Panel>
    {:else if open === 'purpose'}
      <Panel label="What is it for?" onclose={close}>
        <p class="out">
          What they get is said by the tier. It is given to {composer.purpose}, and stands beside what they have for
          other reasons.
          <button class="btn btn-sm" onclick={() => ((composer.purpose = ''), close())}>Take the purpose out</button>
        </p>
      </Panel>
    {/if}
    {#if wrong}<div class="section"><Trouble error={wrong} /></div>
    {:else if composer.isWhole && preview.data}
      <div class={['told', { beside: preview.data.purpose }]}>
        <div>
          <Consequences
            preview={preview.data}
            take={sentence => (unread = composer.take(sentence))}
            hide={figure => composer.hide(figure, true)}
            endIn={months => (composer.until = inMonths(months))}
          />
        </div>
        {#if preview.data.purpose}<Sufficiency
            purpose={preview.data.purpose}
            add={addAsset}
            want={wantAsset}
            lessThanWhole={composer.before !== null}
          />{/if}
      </div>
    {:else if !open}<div class="section">
        <p class="entry">
          Say who, and what they should get done. What it allows, whose money it can spend and who is told stands here
          before anything is sent.
        </p>
      </div>{/if}
    <footer class={['span foot', { open }]}>
      <p class="margin">Nothing is sent yet.</p>
      <div>
        <button class="btn btn-primary" disabled={!composer.isWhole || Boolean(wrong)} onclick={readOver}
          >Read it over<kbd class="key">Ctrl Enter</kbd></button
        >
      </div>
    </footer>
  </main>
{/if}

<style>
  .top {
    padding-top: 1.625rem;
  }
  .top .margin {
    padding-top: 1.1875rem;
  }
  .keys {
    font: 400 0.8125rem/1.25rem var(--font-sans);
    color: var(--ink-3);
    margin-top: 0.375rem;
  }
  .said {
    margin-top: 0.8125rem;
  }
  .check {
    display: flex;
    gap: 0.625rem;
    align-items: center;
    padding: 0.375rem 0.5rem;
    cursor: pointer;
  }
  .questions {
    display: flex;
    gap: 0.25rem 1.25rem;
    flex-wrap: wrap;
    margin-top: 0.5rem;
  }
  .missing,
  .out {
    padding: 0.5rem 0.625rem 0.25rem;
  }
  .told {
    grid-column: 1 / -1;
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    align-items: start;
  }
  .told.beside {
    grid-template-columns: minmax(0, 1fr) 21rem;
    column-gap: 2rem;
  }
  .told :global(.fact) {
    display: grid;
    grid-template-columns: var(--m) minmax(0, 1fr);
    column-gap: 2.5rem;
  }
  @media (max-width: 1180px) {
    .told.beside {
      grid-template-columns: minmax(0, 1fr);
    }
    .told.beside > :global(aside) {
      order: -1;
      margin-top: 1rem;
    }
  }
  @media (max-width: 900px) {
    .told :global(.fact) {
      grid-template-columns: minmax(0, 1fr);
    }
  }
  .foot {
    position: sticky;
    bottom: 0;
    margin-top: 1rem;
    padding: 0.75rem 0;
    background: var(--color-base-200);
    border-top: 1px solid var(--rule-strong);
    align-items: center;
    z-index: 2;
  }
  .foot .key {
    margin-left: 0.375rem;
  }
  @media (max-width: 900px) {
    .foot {
      bottom: 3.75rem;
    }
    .foot.open {
      display: none;
    }
    .foot .margin,
    .foot .key,
    .keys {
      display: none;
    }
  }
</style>
