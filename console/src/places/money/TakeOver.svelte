<script lang="ts">
  import { sayList } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { untrack } from 'svelte'
  import { getActing } from '../../frame/acting-context'
  import Outcome from '../../parts/Outcome.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { peopleOf, type Means } from '../../reach/lists'
  import { answerOf, idempotencyKey, service, type Schemas } from '../../reach/service'
  import type { Row } from './paid'
  import type { Taking } from './taking.svelte'

  /** Taking over a payment, step by step: with what, who answers for it, from when; and what comes of it, before it is signed. */
  interface Props {
    taking: Taking
    row: Row | null
    means: readonly Means[]
    onleave: () => void
  }
  let { taking, row, means, onleave }: Props = $props()

  type Step = Schemas['BillingPreview']['steps'][number]
  const acting = getActing()
  const doing = new Doing()
  const key = idempotencyKey()
  const people = peopleOf(acting)
  /** Who can answer for a payment whatever the account: a steward of one says so by a sentence. */
  const answerers = $derived((people.data?.items ?? []).filter(one => ['admin', 'finance'].includes(one.standing)))
  const usable = $derived(means.filter(one => one.state !== 'has run out' && (!row || one.platform === row.platform)))
  const isOwn = $derived(row?.payer.isOwn ?? false)
  const toOther = $derived(!taking.answering)
  let note = $state('')
  let done = $state(false)

  // Whoever looks takes it over, with another means where the one of now runs out, until something else is chosen.
  let isBegun = $state(untrack(() => taking.text !== ''))
  $effect(() => {
    if (isBegun || !acting.me || !row) return
    isBegun = true
    taking.answering = acting.me.person.address
    if (!isOwn || row.meansState !== 'good')
      taking.means = usable.find(one => one.handle !== row.meansHandle && one.state === 'good')?.handle ?? ''
  })

  const preview = createQuery(() => ({
    queryKey: ['billing preview', acting.number, taking.text],
    queryFn: async () =>
      answerOf(
        service.POST('/v1/businesses/{business}/billing/preview', {
          params: { path: { business: acting.number } },
          body: { sentence: taking.text },
        }),
      ),
    enabled: taking.text !== '' && acting.number !== '' && !done,
    placeholderData: (before: unknown) => before as never,
    refetchInterval: false as const,
    retry: false,
  }))
  const review = $derived(preview.error ? undefined : preview.data)
  const asks = $derived(Boolean(review?.staysOpenUntil))
  const step = (about: Step['about']) => review?.steps.find(one => one.about === about)
  const isSame = $derived(review?.steps.length === 0)
  const composed = ['means', 'answering', 'from']
  const others = $derived((review?.steps ?? []).filter(one => !composed.includes(one.about)))

  const send = () =>
    doing.run(async () => {
      const said = await answerOf(
        service.POST('/v1/businesses/{business}/billing', {
          params: { path: { business: acting.number } },
          body: { sentence: taking.text, ...(asks && note.trim() ? { note: note.trim() } : {}) },
          headers: key,
        }),
      )
      done = true
      return said.result
    })

  function choose(value: string) {
    taking.answering = value
    if (value) taking.business = ''
  }
</script>

<section class="sheet" aria-labelledby="taking">
  <h2 class="sentence m" id="taking">
    {isOwn || !row ? 'Take over payment for' : 'Ask to take over payment for'} <b>{row?.name ?? taking.account}</b>
  </h2>
  {#if !done}
    <ol>
      <li>
        <span class="no">1</span><span class="w">New means</span>
        <div>
          {#if toOther}<p>The other business chooses it when it approves.</p>
          {:else}
            <select class="select select-sm" aria-label="New means" bind:value={taking.means}>
              <option value="">{isOwn && row?.means ? `as now: ${row.means}` : 'choose one'}</option>
              {#each usable as one (one.handle)}{#if !(isOwn && one.handle === row?.meansHandle)}<option
                    value={one.handle}>{one.said}</option
                  >{/if}{/each}
            </select>
            <p>{step('means')?.said ?? ''}{step('means') ? '.' : ''}</p>
          {/if}
        </div>
      </li>
      <li>
        <span class="no">2</span><span class="w">Who answers</span>
        <div>
          <select
            class="select select-sm"
            aria-label="Who answers for it"
            value={taking.answering}
            onchange={event => choose(event.currentTarget.value)}
          >
            {#each answerers as one (one.id)}<option value={one.address}>{one.name}</option>{/each}
            {#if taking.answering && !answerers.some(one => one.address === taking.answering)}<option
                value={taking.answering}>{taking.answering}</option
              >{/if}
            {#if isOwn || !row}<option value="">another business is to pay</option>{/if}
          </select>
          {#if toOther}<label class="field"
              ><span>Its number</span><input
                class="input input-sm num"
                name="business"
                placeholder="B-2718-2818-24"
                bind:value={taking.business}
              /></label
            >{/if}
        </div>
      </li>
      <li>
        <span class="no">3</span><span class="w">From when</span>
        <div>
          <label
            ><span class="sr-only">From when; empty for at once</span><input
              class="input input-sm"
              type="date"
              name="from"
              bind:value={taking.from}
            /></label
          >
          <p>{step('from')?.said ?? 'Empty: at once.'}</p>
        </div>
      </li>
      {#each others as one, index (one.about)}
        <li>
          <span class="no">{index + 4}</span><span class="w">{one.what}</span>
          <p>{one.said}</p>
        </li>
      {/each}
      {#if review && review.told.length > 0}
        <li>
          <span class="no">{others.length + 4}</span><span class="w">Who is told</span>
          <p>{sayList(review.told)}, at once</p>
        </li>
      {/if}
    </ol>
    {#if preview.error}<Trouble error={preview.error} />{/if}
    {#if review && taking.text}
      <p class="entry">{review.summary}</p>
      <p class="said"><code>{review.sentence}</code></p>
      {#if asks}<label class="field"
          ><span>A word to them, if you like</span><input class="input" maxlength="1000" bind:value={note} /></label
        >
        <p class="note">It stays open until {review.staysOpenUntil}.</p>{/if}
    {/if}
    <div class="acts">
      <button
        class="btn btn-primary"
        disabled={!review || isSame || !taking.text || doing.busy || doing.asking}
        onclick={send}
        >{asks ? 'Ask them' : review && !review.proofIsFresh ? 'Confirm it’s you and take over' : 'Take over'}</button
      >
      <button class="quiet" onclick={onleave}>Not now</button>
      <p class="note">No gap, and nothing is paid twice.</p>
    </div>
  {/if}
  <Outcome {doing} label={asks ? 'Ask them' : 'Take over'} />
  {#if done}<p class="acts"><button class="btn btn-sm" onclick={onleave}>Close it</button></p>{/if}
</section>

<style>
  .sheet {
    padding: 1.125rem 1.75rem;
  }
  .sentence.m {
    font-size: 1.5rem;
    line-height: 1.9375rem;
  }
  ol {
    margin: 0.625rem 0;
    border: 4px double var(--rule-strong);
    border-width: 4px 0;
  }
  li {
    display: grid;
    grid-template-columns: 1.75rem 7.5rem minmax(0, 1fr);
    gap: 0.125rem 0.75rem;
    padding: 0.625rem 0;
    border-top: 1px solid var(--rule);
    align-items: baseline;
    line-height: 1.4375rem;
  }
  li:first-child {
    border-top: 0;
  }
  .no {
    font: 500 1.5rem/1.4375rem var(--font-serif);
    color: var(--ink-2);
  }
  .w {
    font: italic 400 1.0625rem/1.4375rem var(--font-serif);
    color: var(--ink-2);
  }
  li div {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 0.25rem;
    justify-items: start;
  }
  li label {
    width: 100%;
  }
  .select,
  .input-sm {
    max-width: 100%;
    width: 17rem;
    font-weight: 600;
  }
  .acts {
    display: grid;
    grid-template-columns: auto auto 1fr;
    gap: 0.75rem 1.25rem;
    align-items: center;
    margin-top: 0.75rem;
  }
  .acts .note {
    text-align: right;
  }
  .acts .btn {
    justify-self: start;
  }
  @media (max-width: 900px) {
    .sheet {
      padding: 1rem;
    }
    li {
      grid-template-columns: 1.75rem minmax(0, 1fr);
    }
    li > * {
      grid-column: 2;
    }
    .no {
      grid-column: 1;
      grid-row: 1;
    }
    .acts {
      grid-template-columns: minmax(0, 1fr);
      justify-items: start;
    }
    .acts .note {
      text-align: left;
    }
  }
</style>
