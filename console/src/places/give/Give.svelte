<script lang="ts">
  import {
    allFigures,
    actionsOfKind,
    actionWords,
    isAddress,
    isKind,
    kinds,
    sayEnd,
    sayList,
    Temporal,
    tiers,
    endOf,
    readMoment,
    readNumber,
    type Kind,
    type Tier,
  } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Icon from '../../parts/Icon.svelte'
  import Slip from '../../parts/Slip.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { assetsOf, bundlesOf, heldOf, partnersOf, peopleOf, purposesOf, teamsOf } from '../../reach/lists'
  import { answerOf, service } from '../../reach/service'
  import Choices from './Choices.svelte'
  import Consequences from './Consequences.svelte'
  import { Composer } from './composer.svelte'
  import Sufficiency from './Sufficiency.svelte'
  import Part from './Part.svelte'
  import { goAndSay, readSay } from './say'

  const acting = getActing()
  const composer = new Composer()
  const begun = readSay()
  const asked = new URLSearchParams(location.search)
  let unread = $state(begun ? composer.take(begun) : null)
  if (!begun) composer.begin(asked.get('who'), asked.get('on'))
  let open: 'who' | 'tier' | 'on' | 'hiding' | 'until' | null = $state(null)

  const path = $derived({ business: acting.number })
  const assets = assetsOf(acting)
  const people = peopleOf(acting)
  const teams = teamsOf(acting)
  const bundles = bundlesOf(acting)
  const partners = partnersOf(acting)
  const held = heldOf(acting)
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

  const tierWords: Record<Tier, string> = {
    watch: 'see; change nothing',
    draft: 'prepare; nothing goes out',
    run: 'publish, send, spend',
    steward: 'run, and give access',
  }
  const assetItems = $derived([
    ...(assets.data?.items ?? []).map(asset => ({
      key: `${asset.kind}/${asset.handle}`,
      name: asset.name,
      // The words of the trade stand there too, so that typing “pixel” finds the tag.
      more: `${asset.noun}${isKind(asset.kind) ? `, ${kinds[asset.kind].alsoCalled[0] ?? ''}` : ''}`,
    })),
    ...(bundles.data?.items ?? []).map(bundle => ({
      key: `bundle/${bundle.handle}`,
      name: bundle.name,
      more: `bundle of ${bundle.assets}`,
    })),
    ...(held.data?.items ?? []).map(asset => ({
      key: asset.number,
      name: asset.name,
      more: `${asset.noun} of ${asset.owner.name}`,
    })),
  ])
  const whoItems = $derived([
    ...(people.data?.items ?? []).map(person => ({ key: person.address, name: person.name, more: person.address })),
    ...(teams.data?.items ?? []).map(team => ({
      key: `team/${team.handle}`,
      name: team.name,
      more: `team of ${team.members}`,
    })),
    ...(partners.data?.items ?? []).map(partner => ({
      key: partner.number,
      name: partner.name,
      more: `business in ${partner.town}`,
    })),
  ])
  const kindsNamed: Kind[] = $derived(
    composer.on
      .map(text => held.data?.items.find(asset => asset.number === text)?.kind ?? text.split('/')[0] ?? '')
      .filter(isKind),
  )
  /** What can be given: purposes first, then tiers, then the actions of the kinds that are named. */
  const givenItems = $derived([
    ...(purposes.data?.items ?? []).map(purpose => ({ key: purpose.name, name: purpose.name, more: 'purpose' })),
    ...tiers.map(tier => ({ key: tier, name: tier, more: tierWords[tier] })),
    ...[...new Set(kindsNamed.flatMap(kind => actionsOfKind(kind)))].map(action => ({
      key: action,
      name: actionWords[action].join(' '),
      more: action,
    })),
  ])
  /** A business that is new is called by its name as soon as its number was looked up. */
  const lookedUp = $derived(preview.data?.who ?? [])
  const whoSaid = $derived(
    sayList(
      composer.who.map(
        key => whoItems.find(item => item.key === key)?.name ?? lookedUp.find(one => one.text === key)?.name ?? key,
      ),
    ),
  )
  const givenSaid = $derived(
    composer.isByPurpose ? composer.purpose : [composer.tier ?? '', ...composer.actions].filter(Boolean).join(', '),
  )
  const onSaid = $derived(sayList(composer.on.map(key => assetItems.find(item => item.key === key)?.name ?? key)))
  const untilSaid = $derived.by(() => {
    const moment = readMoment(composer.until)
    return moment ? sayEnd(endOf(moment, acting.zone), acting.zone) : composer.until
  })
  const wrong = $derived(composer.isWhole ? preview.error : null)

  const opening = (part: NonNullable<typeof open>) => ({
    open: open === part,
    onopen: () => (open = part),
    onclose: () => (open = null),
  })

  /** Something that the purpose misses is added to what is named; where nothing was named, the named ones were all. */
  function addAsset(text: string) {
    if (!composer.on.includes(text)) composer.toggleOn(text)
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

  /** Somebody who is in no list: a person by their address, a business by its number once the check digits fit. */
  function somebodyNew(typed: string): string | null {
    if (isAddress(typed)) return typed.toLowerCase()
    const reading = readNumber(typed)
    return acting.isAdmin && reading.ok && reading.kind === 'B' ? reading.number : null
  }

  /** In so many months from today, counted where the business is. */
  function inMonths(months: number): string {
    return Temporal.Now.plainDateISO(acting.zone).add({ months }).toString()
  }
</script>

<svelte:head><title>Give · Famiglia</title></svelte:head>
<svelte:window onkeydown={onkey} />
<main class="ledger">
  <div class="span top">
    <div class="margin">
      <h1>A new sentence</h1>
      <p class="keys">Tab to the next part, type to change it.</p>
    </div>
    <div>
      <p class="sentence">
        Let <Part
          label="Who"
          value={whoSaid}
          empty="somebody"
          {...opening('who')}
          onclear={() => (composer.who = composer.who.slice(0, -1))}
        >
          <Choices
            items={whoItems}
            chosen={composer.who}
            several
            placeholder="A name, a team, an e-mail address, or a business number"
            free={somebodyNew}
            ontake={key => composer.toggleWho(key)}
          />
        </Part>
        <Part label="Purpose or tier" value={givenSaid} empty="get something done" italic {...opening('tier')}>
          <Choices
            items={givenItems}
            chosen={[composer.purpose, composer.tier ?? '', ...composer.actions]}
            several
            placeholder="What should they get done? Or a tier, or an action"
            ontake={key => composer.choose(key)}
          />
        </Part>
        on <Part
          label="Assets"
          value={onSaid}
          empty={composer.isByPurpose ? 'all that it takes' : 'an asset'}
          {...opening('on')}
          onclear={() => (composer.on = composer.on.slice(0, -1))}
        >
          <Choices
            items={assetItems}
            chosen={composer.on}
            several
            placeholder="An asset, or a bundle"
            ontake={key => composer.toggleOn(key)}
          />
          <p class="note missing">
            Not in the list? It was not brought in yet, or you do not reach it.
            {#if acting.isAdmin}<a href="/{acting.number}/bring-in">Bring it in</a>, or, if it is another business’s,
              <a href="/{acting.number}/ask">ask for it</a>{:else}<a href="/{acting.number}/ask">Ask for it</a>{/if}
          </p>
        </Part>, hiding
        <Part
          label="Hiding"
          value={sayList(composer.hiding)}
          empty="nothing"
          {...opening('hiding')}
          onclear={() => (composer.hiding = [])}
        >
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
        </Part>, until
        <Part
          label="Until"
          value={untilSaid}
          empty="no end"
          {...opening('until')}
          onclear={() => (composer.until = '')}
        >
          <label class="field"
            ><span>The last day</span><input class="input" type="date" bind:value={composer.until} /></label
          >
          <span class="spans"
            >{#each [1, 3, 6, 12] as months (months)}<button
                class="quiet"
                onclick={() => ((composer.until = inMonths(months)), (open = null))}
                >{months} {months === 1 ? 'month' : 'months'}</button
              >{/each}<button class="quiet" onclick={() => ((composer.until = ''), (open = null))}>no end</button></span
          >
        </Part>.
      </p>
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
            ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={composer.mayGiveAccess} /> They may give access
            by it themselves (takes steward)</label
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
    </div>
  </div>
  {#if wrong}<div class="section"><Trouble error={wrong} /></div>
  {:else if composer.isWhole && preview.data}
    <div class={['told', { beside: preview.data.purpose }]}>
      <div><Consequences preview={preview.data} takeLeast={sentence => (unread = composer.take(sentence))} /></div>
      {#if preview.data.purpose}<Sufficiency
          purpose={preview.data.purpose}
          add={addAsset}
          want={wantAsset}
          lessThanWhole={composer.before !== null}
        />{/if}
    </div>
  {:else}<div class="section">
      <p class="entry">
        Say who, and what they should get done. What it allows, whose money it can spend and who is told stands here
        before anything is sent.
      </p>
    </div>{/if}
  <footer class="span foot">
    <p class="margin">Nothing is sent yet.</p>
    <div>
      <button class="btn btn-primary" disabled={!composer.isWhole || Boolean(wrong)} onclick={readOver}
        >Read it over<kbd class="key">Ctrl Enter</kbd></button
      >
    </div>
  </footer>
</main>

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
  .spans {
    display: flex;
    gap: 1rem;
    padding: 0.625rem 0 0.25rem;
    flex-wrap: wrap;
  }
  .missing {
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
    .foot .margin,
    .foot .key,
    .keys {
      display: none;
    }
  }
</style>
