<script lang="ts">
  import {
    capitalised,
    compareTiers,
    sayCount,
    sayList,
    tiers,
    withArticle,
    type Kind,
    type Tier,
  } from '@famiglia/core'
  import Icon from '../../parts/Icon.svelte'
  import TierMark from '../../parts/TierMark.svelte'
  import { sayKind } from './what-for'

  /** What each tier and each single right on a kind of asset allows, side by side; two tiers are marked, to be compared. */
  interface Props {
    kind: Kind
    /** The kinds to choose from. */
    kinds: readonly Kind[]
    ontake: (tier: Tier) => void
    onback: () => void
  }
  let { kind = $bindable(), kinds, ontake, onback }: Props = $props()

  const compared = $derived(compareTiers(kind))
  let marked: readonly [Tier, Tier] = $state(['draft', 'run'])
  const [lower, higher] = $derived(
    [...marked].sort((one, other) => tiers.indexOf(one) - tiers.indexOf(other)) as [Tier, Tier],
  )
  const actions = $derived(compared.topics.flatMap(topic => topic.actions))
  const isDifferent = (one: { tiers: readonly Tier[] }) => one.tiers.includes(higher) && !one.tiers.includes(lower)
  const more = $derived(actions.filter(isDifferent).length)
  const of = (tier: Tier) => compared.tiers.find(one => one.tier === tier)!
  const spends = $derived(of(higher).canSpend && !of(lower).canSpend)

  /** A tier that is pressed takes the place of the one marked before the last. */
  function mark(tier: Tier) {
    if (!marked.includes(tier)) marked = [marked[1], tier]
  }
</script>

<svelte:head><title>Compare the tiers · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span top">
    <p class="margin">Compare</p>
    <div class="page-head">
      <div>
        <h1 class="sentence m">
          On {withArticle(sayKind(kind)).split(' ')[0]}
          <select class="part" aria-label="Kind of asset" bind:value={kind}
            >{#each kinds as one (one)}<option value={one}>{sayKind(one)}</option>{/each}</select
          >,
          <b><i>{higher}</i></b>
          {more === 0
            ? 'does no more than'
            : more === 1
              ? 'does one thing that'
              : `does ${sayCount(more, 'thing')} that`}
          <b><i>{lower}</i></b>{more === 0 ? '' : ' does not'}{#if spends}, and it <b>can spend</b>{/if}.
        </h1>
        <p class="sub">
          Press the name of a tier to compare it with another. Two are marked: <i>{lower}</i> and <i>{higher}</i>.
        </p>
      </div>
      <button class="btn" onclick={onback}>Back to the sentence</button>
    </div>
  </div>
  <div class="wide">
    <p class="which" role="group" aria-label="Tiers to compare">
      {#each tiers as tier (tier)}<button class="quiet" aria-pressed={marked.includes(tier)} onclick={() => mark(tier)}
          >{tier}</button
        >{/each}
    </p>
    <table aria-label="What each tier allows">
      <thead>
        <tr>
          <td class="first topic"></td><td class="what"></td>
          {#each tiers as tier (tier)}<th scope="col" class={marked.includes(tier) ? 'on' : 'off'}
              ><button aria-pressed={marked.includes(tier)} onclick={() => mark(tier)}><TierMark {tier} />{tier}</button
              ></th
            >{/each}
          <th scope="col" class="byname"><i>by name</i></th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row" class="topic first">In one line</th><td class="topic"
            ><span class="small">In one line</span></td
          >
          {#each compared.tiers as one (one.tier)}<td class={marked.includes(one.tier) ? 'on' : 'off'}>{one.means}</td
            >{/each}<td class="byname"></td>
        </tr>
        <tr>
          <th scope="row" class="topic first">Can spend</th><td class="topic"><span class="small">Can spend</span></td>
          {#each compared.tiers as one (one.tier)}<td class={marked.includes(one.tier) ? 'on' : 'off'}
              >{#if one.canSpend}<b>the money of who pays for it</b>{:else}nothing{/if}</td
            >{/each}<td class="byname"></td>
        </tr>
        {#each compared.topics as { topic, actions: list } (topic)}
          <tr class="phone" aria-hidden="true"><td colspan="3" class="topic">{capitalised(topic)}</td></tr>
          {#each list as action, index (action.action)}
            <tr class={{ differs: isDifferent(action) }}>
              {#if index === 0}<th scope="rowgroup" class="topic first" rowspan={list.length}>{capitalised(topic)}</th
                >{/if}
              <th scope="row">{action.words}</th>
              {#each tiers as tier (tier)}<td class={marked.includes(tier) ? 'on' : 'off'}
                  >{#if action.tiers.includes(tier)}<Icon name="check" /><span class="sr-only">yes</span
                    >{:else if isDifferent(action) && tier === lower}no{:else}<span aria-label="no">–</span>{/if}</td
                >{/each}
              <td class="note byname"
                >{#if !action.alone}only with steward{:else if action.tiers.length === 0}only by name{/if}</td
              >
            </tr>
          {/each}
        {/each}
        <tr>
          <th scope="row" class="topic first">Sees</th><td class="topic"><span class="small">Sees</span></td>
          {#each compared.tiers as one (one.tier)}<td class={marked.includes(one.tier) ? 'on' : 'off'}
              >{one.sees.length > 0 ? sayList(one.sees) : 'no figures'}</td
            >{/each}<td class="byname"></td>
        </tr>
        <tr class="acts">
          <td class="first"></td><td></td>
          {#each tiers as tier (tier)}<td class={marked.includes(tier) ? 'on' : 'off'}
              ><button
                class={tier === lower ? 'btn btn-sm btn-primary' : tier === higher ? 'btn btn-sm' : 'quiet'}
                onclick={() => ontake(tier)}>Take {tier}</button
              ></td
            >{/each}<td class="byname"></td>
        </tr>
      </tbody>
    </table>
    <p class="note">
      Each line can be given alone too, by name, unless it is only with steward. Spend, revenue and contacts can each be
      hidden in any tier. No tier, and nobody outside the business that owns it, can archive it, hand it over, or end
      its admins.
    </p>
  </div>
</main>

<style>
  .top {
    padding-top: 1.5rem;
  }
  .top select {
    appearance: none;
    max-width: 100%;
  }
  option {
    background: var(--color-base-100);
    color: var(--color-base-content);
    font-size: 1rem;
  }
  .wide {
    margin-top: 0.75rem;
  }
  table {
    width: 100%;
    table-layout: fixed;
    border-collapse: separate;
    border-spacing: 0;
    font-size: 0.9063rem;
    line-height: 1.25rem;
  }
  th,
  td {
    text-align: left;
    font-weight: 400;
    padding: 0.3125rem 0.75rem 0.3125rem 0;
    border-bottom: 1px solid var(--rule);
    vertical-align: top;
  }
  .topic {
    font: italic 400 1.0625rem/1.25rem var(--font-serif);
    color: var(--ink-2);
    width: calc(var(--m) + 2.5rem);
  }
  .what {
    width: 13.5rem;
  }
  .byname {
    width: 7.5rem;
  }
  .small {
    display: none;
  }
  thead th,
  thead td {
    border-bottom: 1px solid var(--rule-strong);
    vertical-align: bottom;
  }
  .off {
    padding-left: 0.75rem;
  }
  td :global(.ic) {
    font-size: 1.125rem;
    stroke-width: 2.25;
  }
  .on {
    background: var(--wash);
    --tm-bg: var(--wash);
    padding-left: 0.75rem;
  }
  thead .on {
    border-top: 3px solid var(--color-primary);
  }
  thead button {
    display: flex;
    gap: 0.5rem;
    align-items: center;
    cursor: pointer;
    font: italic 400 1.125rem/1.5rem var(--font-serif);
    padding: 0.375rem 0;
  }
  thead .on button,
  .differs th[scope='row'],
  b {
    font-weight: 600;
  }
  .acts td {
    border-bottom: 0;
    vertical-align: middle;
    padding-block: 0.75rem;
  }
  .wide > .note {
    padding: 0.5rem 0 1.5rem;
  }
  .phone,
  .which {
    display: none;
  }
  @media (max-width: 900px) {
    .which {
      display: flex;
      gap: 1.5rem;
      padding-bottom: 0.5rem;
    }
    .which [aria-pressed='true'] {
      font-weight: 600;
      color: var(--color-base-content);
    }
    .phone {
      display: table-row;
    }
    .small {
      display: inline;
    }
    .what {
      width: 45%;
    }
    .first,
    tr > .off,
    tr > .byname {
      display: none;
    }
    .topic {
      width: auto;
      padding-top: 0.75rem;
    }
  }
</style>
