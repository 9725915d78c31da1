<script lang="ts">
  import {
    canBeGivenAlone,
    capitalised,
    sayAction,
    sayCount,
    type Action,
    type Purpose,
    type Tier,
  } from '@famiglia/core'
  import { SvelteMap } from 'svelte/reactivity'
  import { untrack } from 'svelte'
  import Icon from '../../parts/Icon.svelte'
  import TierMark from '../../parts/TierMark.svelte'
  import type { Composer } from './composer.svelte'
  import {
    findOptions,
    purposesBy,
    sayKind,
    saySingles,
    singlesOf,
    tierOptions,
    type Option,
    type ThingNamed,
  } from './what-for'

  /** What they should get done: a purpose, a tier, or single things, all there is, by what fits what is named. */
  interface Props {
    composer: Composer
    purposes: readonly Purpose[]
    things: readonly ThingNamed[]
    ontaken: () => void
    oncompare: () => void
  }
  let { composer, purposes, things, ontaken, oncompare }: Props = $props()

  let typed = $state('')
  let at = $state(0)
  let others = $state(false)
  const fitting = $derived(purposesBy(purposes, things))
  const tierList = $derived(tierOptions(things))
  const singles = $derived(singlesOf(things))
  const found = $derived(typed.trim() ? findOptions(typed, purposes, things) : null)
  const options = $derived(found ?? [...fitting.all, ...fitting.some, ...(others ? fitting.none : []), ...tierList])
  const kindsNamed = $derived(new Set(things.map(thing => thing.kind)).size)

  /** What is ticked, by the thing: at first what the sentence gives by name. */
  const ticked = new SvelteMap<string, readonly Action[]>(
    untrack(() => composer.levels.flatMap(level => level.on.map(key => [key, level.actions] as const))),
  )
  const count = $derived([...ticked.values()].flat().length)

  function tick(key: string, action: Action, on: boolean) {
    const before = ticked.get(key) ?? []
    ticked.set(key, on ? [...before, action] : before.filter(one => one !== action))
  }

  function take(option: Option) {
    if (option.sort === 'purpose') composer.choosePurpose(option.key)
    else if (option.sort === 'tier') composer.chooseTier(option.key)
    else {
      for (const key of option.on) if (!ticked.get(key)?.includes(option.key)) tick(key, option.key, true)
      composer.chooseSingles(ticked)
    }
    ontaken()
  }

  function takeTicked() {
    composer.chooseSingles(ticked)
    ontaken()
  }

  function takeMarked() {
    const marked = options[at]
    if (marked) take(marked)
  }

  function onkey(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey) return
    if (event.key === 'ArrowDown') at = Math.min(at + 1, options.length - 1)
    else if (event.key === 'ArrowUp') at = Math.max(at - 1, 0)
    else if (event.key === 'Enter') takeMarked()
    else return
    event.preventDefault()
    document.getElementById(`what-${at}`)?.scrollIntoView({ block: 'nearest' })
  }

  const isChosen = (option: Option) =>
    option.sort === 'purpose'
      ? composer.purpose === option.key
      : option.sort === 'tier' && composer.levels.every(level => level.tier === option.key)
  const held = (key: string): Tier | null => composer.tierOn(key)
</script>

{#snippet list(label: string, items: readonly Option[], classes = '')}
  <ul role="listbox" aria-label={label} class={classes}>
    {#each items as option (`${option.sort} ${option.key}`)}
      {@const index = options.indexOf(option)}
      <li role="presentation">
        <button
          id="what-{index}"
          type="button"
          role="option"
          tabindex="-1"
          aria-selected={isChosen(option)}
          class={['opt', { at: index === at, marked: option.sort !== 'purpose' }]}
          onclick={() => take(option)}
        >
          {#if option.sort === 'tier'}<TierMark tier={option.tier} />{:else if option.sort === 'single'}<TierMark
              tier={null}
            />{/if}
          <span
            ><b class={{ pu: option.sort !== 'single' }}>{option.name}</b><span class="words">{option.words}</span
            >{#if option.sort === 'tier' && option.tier === 'steward'}<span class="due"
                >Take it only for somebody who is to let others in.</span
              >{/if}</span
          >
        </button>
      </li>
    {/each}
  </ul>
{/snippet}

<label class="find"
  ><Icon name="search" /><input
    type="text"
    role="combobox"
    aria-expanded="true"
    aria-controls="what-for"
    aria-activedescendant={options.length > 0 ? `what-${at}` : undefined}
    aria-label="Find a purpose, a tier or a single thing"
    placeholder="Find: comments, bills, budget"
    autocomplete="off"
    bind:value={typed}
    oninput={() => (at = 0)}
    onkeydown={onkey}
  /></label
>
<div id="what-for">
  {#if found}
    <p class="sub" role="status">
      {found.length === 0
        ? `Nothing has to do with “${typed.trim()}”.${things.length === 0 ? ' Name an asset first, then single things can be found too.' : ''}`
        : `${capitalised(sayCount(found.length, 'choice has', 'choices have'))} to do with “${typed.trim()}”.`}
    </p>
    {@render list('What was found', found)}
  {:else}
    <div class="two">
      <div>
        {#if fitting.all.length > 0}
          <h3>
            {kindsNamed === 0 ? 'Purposes' : `Purposes that fit ${things.length === 1 ? things[0]!.name : 'all of it'}`}
          </h3>
          {@render list('Purposes that fit', fitting.all)}
        {/if}
        {#if fitting.some.length > 0}
          <h3>Purposes that fit some of it</h3>
          {@render list('Purposes that fit some of it', fitting.some)}
        {/if}
      </div>
      <div>
        <h3>A tier, without a purpose</h3>
        {@render list('Tiers', tierList)}
        <p class="compare"><button class="quiet" onclick={oncompare}>Compare the tiers side by side</button></p>
      </div>
    </div>
    {#if fitting.none.length > 0}
      <details bind:open={others}>
        <summary
          ><b>{fitting.none.length} more {fitting.none.length === 1 ? 'purpose' : 'purposes'}</b>
          <span class="sub">{fitting.none.length === 1 ? 'needs' : 'need'} things that are not in the sentence yet</span
          ></summary
        >
        {#if others}{@render list('More purposes', fitting.none, 'columns')}{/if}
      </details>
    {/if}
    {#if singles.length > 0}
      <details open={count > 0}>
        <summary><b>Pick single things</b> <span class="sub">{saySingles(singles)}</span></summary>
        {#each singles as { thing, topics } (thing.key)}
          <h4><b dir="auto">{thing.name}</b>, {sayKind(thing.kind!)}</h4>
          <div class="groups">
            {#each topics as { topic, actions } (topic)}
              <section>
                <h5>{capitalised(topic)}</h5>
                <ul>
                  {#each actions as action (action)}
                    <li>
                      {#if canBeGivenAlone(action)}<label class="one"
                          ><input
                            type="checkbox"
                            class="checkbox checkbox-sm"
                            checked={ticked.get(thing.key)?.includes(action) ?? false}
                            onchange={event => tick(thing.key, action, event.currentTarget.checked)}
                          /><span>{sayAction(action, thing.kind)}</span></label
                        >{:else}<p class="one no">
                          <span aria-hidden="true">–</span><span
                            >{sayAction(action, thing.kind)} <small>only with steward</small></span
                          >
                        </p>{/if}
                    </li>
                  {/each}
                </ul>
              </section>
            {/each}
          </div>
        {/each}
        <p class="foot">
          <button class="btn btn-sm" disabled={count === 0} onclick={takeTicked}>Take the ticked ones</button>
          <span class="sub"
            >{count === 0
              ? 'Nothing is ticked.'
              : `${capitalised(sayCount(count, 'thing is', 'things are'))} ticked.${things.some(thing => held(thing.key)) ? ' They come on top of the tier.' : ''}`}</span
          >
        </p>
      </details>
    {/if}
  {/if}
</div>

<style>
  .find {
    display: flex;
    gap: 0.625rem;
    align-items: center;
    height: 2.75rem;
    padding-right: 4rem;
    color: var(--ink-2);
    border-bottom: 1px solid var(--rule-strong);
  }
  .find input {
    flex: 1;
    min-width: 0;
    height: 100%;
    background: none;
    outline: none;
    color: var(--color-base-content);
  }
  .find input::placeholder {
    color: var(--ink-3);
    opacity: 1;
  }
  .find:focus-within {
    box-shadow: 0 2px 0 var(--color-primary);
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1.28fr) minmax(0, 1fr);
    column-gap: 2rem;
  }
  .two > div + div {
    border-left: 1px solid var(--rule);
    padding-left: 1.5rem;
  }
  .sub[role] {
    padding: 0.625rem 0 0.375rem;
  }
  h3 {
    font: italic 400 1.0625rem/1.5rem var(--font-serif);
    color: var(--ink-2);
    padding: 0.6875rem 0 0.125rem;
  }
  .opt {
    display: block;
    width: calc(100% + 1.25rem);
    padding: 0.375rem 0.625rem 0.4375rem;
    margin: 0 -0.625rem;
    border-radius: 2px;
    cursor: pointer;
    text-align: left;
    line-height: 1.25rem;
  }
  .opt.marked {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr);
    column-gap: 0.75rem;
  }
  .opt b {
    display: block;
    font: 600 1.0625rem/1.375rem var(--font-serif);
  }
  b.pu {
    font-style: italic;
  }
  .words,
  .opt .due {
    display: block;
    font-size: 0.875rem;
    font-weight: 400;
  }
  .words {
    color: var(--ink-2);
  }
  .opt:hover {
    background: var(--color-base-300);
  }
  .opt.at {
    background: var(--wash);
    box-shadow: inset 3px 0 0 var(--color-primary);
    --tm-bg: var(--wash);
  }
  .opt[aria-selected='true'] b::after {
    content: ' ✓';
  }
  .compare {
    padding: 0.375rem 0 0.75rem;
  }
  details {
    border-top: 1px solid var(--rule);
  }
  summary {
    padding: 0.625rem 0;
    cursor: pointer;
  }
  summary b {
    font: 600 1.0625rem/1.5rem var(--font-serif);
  }
  .columns {
    display: grid;
    grid-template-columns: 1fr 1fr;
    column-gap: 2rem;
    padding-bottom: 0.75rem;
  }
  h4 {
    font: 400 1.0625rem/1.5rem var(--font-serif);
    color: var(--ink-2);
    padding: 0.25rem 0 0.125rem;
    border-bottom: 1px solid var(--rule);
  }
  .groups + h4 {
    margin-top: 0.75rem;
  }
  h4 b {
    font-weight: 600;
    color: var(--color-base-content);
  }
  .groups {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(13rem, 1fr));
    gap: 0.375rem 1.25rem;
    padding-top: 0.4375rem;
  }
  h5 {
    font: italic 400 0.9688rem/1.375rem var(--font-serif);
    color: var(--ink-2);
  }
  .one {
    display: grid;
    grid-template-columns: 1.25rem minmax(0, 1fr);
    column-gap: 0.625rem;
    align-items: start;
    padding: 0.25rem 0;
    line-height: 1.25rem;
    font-size: 0.9375rem;
    cursor: pointer;
  }
  .one.no {
    color: var(--ink-3);
    cursor: default;
  }
  .one small {
    display: block;
    font-size: 0.8125rem;
  }
  .foot {
    display: flex;
    gap: 0.875rem;
    align-items: center;
    flex-wrap: wrap;
    border-top: 1px solid var(--rule);
    margin-top: 0.75rem;
    padding: 0.75rem 0 0.375rem;
  }
  @media (max-width: 900px) {
    .two,
    .columns {
      grid-template-columns: minmax(0, 1fr);
    }
    .two > div + div {
      border-left: 0;
      padding-left: 0;
      border-top: 1px solid var(--rule);
      margin-top: 0.5rem;
    }
    .opt,
    .one {
      padding-block: 0.5625rem;
    }
  }
</style>
