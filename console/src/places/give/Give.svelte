<script lang="ts">
  import {
    allFigures,
    isAddress,
    isTier,
    sayEnd,
    sayList,
    Temporal,
    tiers,
    endOf,
    readMoment,
    type Tier,
  } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Icon from '../../parts/Icon.svelte'
  import Slip from '../../parts/Slip.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { assetsOf, peopleOf } from '../../reach/lists'
  import { answerOf, service } from '../../reach/service'
  import Choices from './Choices.svelte'
  import Consequences from './Consequences.svelte'
  import { Composer } from './composer.svelte'
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
  const assetItems = $derived(
    (assets.data?.items ?? []).map(asset => ({
      key: `${asset.kind}/${asset.handle}`,
      name: asset.name,
      more: asset.noun,
    })),
  )
  const peopleItems = $derived(
    (people.data?.items ?? []).map(person => ({ key: person.address, name: person.name, more: person.address })),
  )
  const whoSaid = $derived(peopleItems.find(item => item.key === composer.who)?.name ?? composer.who)
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

  function toggleAsset(key: string) {
    composer.on = composer.on.includes(key) ? composer.on.filter(one => one !== key) : [...composer.on, key]
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
        Let <Part label="Who" value={whoSaid} empty="somebody" {...opening('who')} onclear={() => (composer.who = '')}>
          <Choices
            items={peopleItems}
            chosen={[composer.who]}
            placeholder="A name, or an e-mail address"
            free={typed => (isAddress(typed) ? typed.toLowerCase() : null)}
            ontake={key => ((composer.who = key), (open = null))}
          />
        </Part>
        <Part
          label="Tier"
          value={[composer.tier ?? '', ...composer.actions].filter(Boolean).join(', ')}
          empty="do something"
          italic
          {...opening('tier')}
        >
          <Choices
            items={tiers.map(tier => ({ key: tier, name: tier, more: tierWords[tier] }))}
            chosen={[composer.tier ?? '']}
            placeholder="A tier"
            ontake={key => (isTier(key) && (composer.tier = key), (open = null))}
          />
        </Part>
        on <Part
          label="Assets"
          value={onSaid}
          empty="an asset"
          {...opening('on')}
          onclear={() => (composer.on = composer.on.slice(0, -1))}
        >
          <Choices items={assetItems} chosen={composer.on} several placeholder="An asset" ontake={toggleAsset} />
          {#if assets.data && assetItems.length === 0}<a href="/{acting.number}/bring-in"
              >No asset is here yet. Bring one in</a
            >{/if}
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
      {#if unread}<Slip tone="badly"
          >{unread}{#snippet remedy()}<button class="quiet" onclick={() => (unread = null)}>Begin anew</button
            >{/snippet}</Slip
        >{/if}
    </div>
  </div>
  {#if wrong}<div class="section"><Trouble error={wrong} /></div>
  {:else if composer.isWhole && preview.data}<Consequences preview={preview.data} />
  {:else}<div class="section">
      <p class="entry">
        Say who, and on what. What it allows, whose money it can spend and who is told stands here before anything is
        sent.
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
  .spans {
    display: flex;
    gap: 1rem;
    padding: 0.625rem 0 0.25rem;
    flex-wrap: wrap;
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
