<script lang="ts">
  import {
    allFigures,
    capitalised,
    givenOf,
    parseWhat,
    printWanted,
    sayCount,
    sayDate,
    sayEnd,
    Temporal,
    tiers,
    wantedOf,
    endOf,
    readTyped,
    type Figure,
    type Tier,
  } from '@famiglia/core'
  import { SvelteMap, SvelteSet } from 'svelte/reactivity'
  import { untrack } from 'svelte'
  import { getActing } from '../../frame/acting-context'
  import TierMark from '../../parts/TierMark.svelte'
  import type { Schemas } from '../../reach/service'

  /**
   * What is asked for, answered thing by thing: a tick each, its own tier to lower, a reason each. What reaches far is not
   * ticked beforehand. `less` is what is granted as a sentence says it; empty where it is all of it.
   */
  interface Props {
    asked: Schemas['AskedThings']
    less: string
    reason: string
    /** How many of how many are granted. */
    count: { granted: number; of: number }
  }
  let { asked, less = $bindable(), reason = $bindable(), count = $bindable() }: Props = $props()

  const acting = getActing()
  const things = $derived(asked.answerable)
  /** What is not here yet cannot be granted with the rest. */
  const allHere = $derived(!asked.things.some(thing => thing.must && thing.state === 'missing'))
  const rows = $derived(
    things.flatMap(thing =>
      thing.parts.map(part => ({ thing, part, key: `${thing.text} ${part.tier ?? part.action}` })),
    ),
  )
  const ticked = new SvelteSet(untrack(() => rows.filter(row => row.part.doubt === null).map(row => row.key)))
  const lowered = new SvelteMap<string, Tier>()
  const reasons = new SvelteMap<string, string>()
  let hiding: readonly Figure[] = $state([])
  let until = $state('')
  const today = $derived(Temporal.Now.plainDateISO(acting.zone))
  const sooner = $derived(readTyped(until, today))

  const end = (text: string | null) => (text ? Temporal.Instant.from(text) : null)
  const isWhole = $derived(
    allHere &&
      rows.every(row => ticked.has(row.key)) &&
      [...lowered].every(([key, tier]) => rows.find(row => row.key === key)?.part.tier === tier) &&
      hiding.length === 0 &&
      !sooner,
  )
  const granted = $derived(
    things.flatMap(thing => {
      const chosen = rows.filter(row => row.thing === thing && ticked.has(row.key))
      const tierRow = chosen.find(row => row.part.tier)
      const given = givenOf(
        chosen.map(row => row.part),
        tierRow ? (lowered.get(tierRow.key) ?? null) : null,
      )
      const what = parseWhat(thing.text)
      if (!given || !what.ok) return []
      const asked = end(thing.until)
      const wanted = sooner ? endOf(sooner, acting.zone) : null
      const last = wanted && (!asked || Temporal.Instant.compare(wanted, asked) < 0) ? wanted : asked
      const terms = {
        ...given,
        hiding: allFigures.filter(figure => thing.hiding.includes(figure) || hiding.includes(figure)),
        from: end(thing.from),
        until: last,
      }
      return [{ what: what.what, terms }]
    }),
  )

  $effect(() => {
    less = isWhole || granted.length === 0 ? '' : printWanted(wantedOf(granted, acting.zone))
    count = { granted: rows.filter(row => ticked.has(row.key)).length, of: rows.length }
    reason = rows
      .filter(row => !ticked.has(row.key) && reasons.get(row.key)?.trim())
      .map(row => `${row.thing.name}, ${row.part.words}: ${reasons.get(row.key)!.trim()}`)
      .join(' ')
  })

  function tick(key: string, on: boolean) {
    if (on) ticked.add(key)
    else ticked.delete(key)
  }

  function hide(figure: Figure, on: boolean) {
    hiding = on ? [...hiding, figure] : hiding.filter(one => one !== figure)
  }

  const lower = (tier: Tier) => tiers.slice(0, tiers.indexOf(tier) + 1)
</script>

<div class="things" role="group" aria-label="Thing by thing">
  {#each rows as { thing, part, key } (key)}
    {@const on = ticked.has(key)}
    {@const tier = lowered.get(key) ?? part.tier}
    <div class={['thing', { off: !on }]}>
      <label class="tick"
        ><input
          type="checkbox"
          class="checkbox checkbox-sm"
          checked={on}
          onchange={event => tick(key, event.currentTarget.checked)}
        /><span class="sr-only">Grant {part.words} on {thing.name}</span></label
      >
      <TierMark {tier} how={on ? 'waiting' : 'idle'} />
      <div>
        <p><b dir="auto">{thing.name}</b> <small>{thing.noun}</small></p>
        <p class="sub">
          {part.words}{thing.from
            ? `, from ${sayDate(Temporal.Instant.from(thing.from), acting.zone)}`
            : ''}{thing.until ? `, until ${sayEnd(Temporal.Instant.from(thing.until), acting.zone)}` : ''}
        </p>
        {#if part.doubt && !on}<p class="due">Not ticked: {part.doubt}.</p>{/if}
        {#if part.doubt && on}<p class="due">{capitalised(part.doubt)}.</p>{/if}
        {#if !on}<label class="why"
            ><i>Why not? They read this.</i><input
              class="input"
              maxlength="120"
              placeholder="if you like"
              value={reasons.get(key) ?? ''}
              oninput={event => reasons.set(key, event.currentTarget.value)}
            /></label
          >{/if}
      </div>
      <p class="has"><i>They have now</i> {thing.has ?? 'nothing here'}</p>
      <div class="gives">
        {#if !on}not granted{:else if part.tier}<select
            class="select"
            aria-label="Tier on {thing.name}"
            value={tier}
            onchange={event => lowered.set(key, event.currentTarget.value as Tier)}
            >{#each lower(part.tier) as one (one)}<option value={one}>{one}</option>{/each}</select
          >{:else}as asked{/if}
      </div>
    </div>
  {/each}
</div>
<fieldset class="also">
  <legend>Hide from them</legend>
  {#each allFigures as figure (figure)}<label
      ><input
        type="checkbox"
        class="checkbox checkbox-sm"
        checked={hiding.includes(figure)}
        onchange={event => hide(figure, event.currentTarget.checked)}
      />
      {figure}</label
    >{/each}
  <label class="sooner">Only until <input class="input" placeholder="end of March, 6 weeks" bind:value={until} /></label
  >
  {#if until.trim()}<span class="note" role="status"
      >{sooner ? sayEnd(endOf(sooner, acting.zone), acting.zone) : 'That is no day, or could be two.'}</span
    >{/if}
</fieldset>
<p class="sub" role="status">
  {count.granted === 0
    ? 'Nothing is ticked: say no instead.'
    : count.granted === count.of && less === ''
      ? 'All of it, as asked.'
      : `${capitalised(sayCount(count.granted, 'thing'))} of ${count.of}.`}
</p>

<style>
  .things {
    margin-top: 0.75rem;
    border-top: 1px solid var(--rule-strong);
  }
  .thing {
    display: grid;
    grid-template-columns: auto auto minmax(0, 1fr) minmax(0, 11rem) 8rem;
    column-gap: 0.875rem;
    padding: 0.5rem 0 0.5625rem;
    border-bottom: 1px solid var(--rule);
    font-size: 0.9375rem;
    line-height: 1.3125rem;
    align-items: start;
  }
  .off b {
    font-weight: 400;
  }
  b {
    font-weight: 600;
  }
  small,
  .has,
  .gives {
    font-size: 0.875rem;
    color: var(--ink-2);
  }
  i {
    font-family: var(--font-serif);
    color: var(--ink-2);
    display: block;
  }
  .why {
    display: block;
    margin-top: 0.25rem;
  }
  .why .input {
    width: 100%;
    max-width: 22rem;
  }
  .also {
    display: flex;
    gap: 0.375rem 1.25rem;
    flex-wrap: wrap;
    align-items: center;
    padding: 0.625rem 0;
  }
  .also legend {
    float: left;
    font: italic 400 1.0625rem/1.5rem var(--font-serif);
    color: var(--ink-2);
  }
  .also label {
    display: inline-flex;
    gap: 0.5rem;
    align-items: center;
  }
  .sooner .input {
    width: 12rem;
  }
  @media (max-width: 900px) {
    .thing {
      grid-template-columns: auto auto minmax(0, 1fr);
      row-gap: 0.25rem;
      padding-block: 0.75rem;
    }
    .has,
    .gives {
      grid-column: 3;
    }
    .tick {
      padding: 0.25rem 0.5rem 0.5rem 0;
    }
  }
</style>
