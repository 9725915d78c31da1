<script lang="ts">
  import { capitalised, firstName, sayCount, sayEnd, sayList, Temporal } from '@famiglia/core'
  import { getActing } from '../../frame/acting-context'
  import Age from '../../parts/Age.svelte'
  import PathLine from '../../parts/PathLine.svelte'
  import TierMark from '../../parts/TierMark.svelte'
  import type { Schemas } from '../../reach/service'
  import { sayAddress } from '../give/say'

  /** What somebody has, by the reason it was given for and until when; what does not count stands last, with why. */
  interface Props {
    address: string
    name: string
    holdings: readonly Schemas['Holding'][]
  }
  let { address, name, holdings }: Props = $props()

  const acting = getActing()
  type Holding = Schemas['Holding']
  const reasons = $derived.by(() => {
    const groups: { key: string; head: Holding; items: Holding[] }[] = []
    for (const holding of holdings.filter(one => one.state === 'in force')) {
      const key = `${holding.purpose} ${holding.until}`
      const group = groups.find(one => one.key === key)
      if (group) group.items.push(holding)
      else groups.push({ key, head: holding, items: [holding] })
    }
    // What was given for something stands first, and what ends soonest.
    return groups.sort(
      (one, other) =>
        Number(other.head.purpose !== null) - Number(one.head.purpose !== null) ||
        (one.head.until ?? '9').localeCompare(other.head.until ?? '9'),
    )
  })
  const uncounted = $derived(holdings.filter(one => one.state !== 'in force'))
  const end = (until: string) => sayEnd(Temporal.Instant.from(until), acting.zone)
  const endsSoon = (until: string | null) =>
    until !== null && Temporal.Instant.from(until).since(Temporal.Now.instant()).total('hours') < 30 * 24
  /** Whether the acting business owns it; what it holds from others is named by its number. */
  const isOwn = (holding: Holding) => holding.business.number === acting.number
  /** What stands between the giver and the person: a team, a partner, nothing where it was given to them by themselves. */
  const viaOf = ({ by }: Holding) => (by === 'own grant' ? [] : [by.replace(/^team /, '')])
  const textOf = ({ asset, ...holding }: Holding) =>
    isOwn({ asset, ...holding }) ? `${asset.kind}/${asset.handle}` : asset.number
</script>

{#snippet row(holding: Holding)}
  <li class="has">
    <p class="mk">
      <TierMark
        tier={holding.tier}
        actions={holding.named.length}
        how={holding.state === 'in force' ? (holding.said ? 'own' : 'through') : 'idle'}
      />
      <span
        >{#if isOwn(holding)}<a href="/{acting.number}/assets/{holding.asset.number}"
            ><b dir="auto">{holding.asset.name}</b></a
          >{:else}<b dir="auto">{holding.asset.name}</b>{/if}
        <small>{holding.asset.noun}{isOwn(holding) ? '' : ` of ${holding.business.name}`}</small></span
      >
    </p>
    <p>
      {capitalised(holding.may)}{holding.hidden.length > 0 ? `. Not shown: ${sayList(holding.hidden)}` : ''}.
      {#if holding.why}<span class="due">Not now: {holding.why}.</span>{/if}
    </p>
    <div class="sub">
      <details>
        <summary
          ><PathLine
            from={isOwn(holding) ? 'you' : holding.business.name}
            via={viaOf(holding)}
            to={firstName(name)}
            tier={holding.tier}
            counts={holding.state === 'in force'}
          /></summary
        >
        {#each holding.through as sentence, index (index)}<p>{sentence}</p>{/each}
      </details>
    </div>
    <p class="sub used">
      {#if holding.lastUsed}used <Age at={holding.lastUsed} zone={acting.zone} />{:else}never used{/if}
    </p>
    <p class="acts">
      {#if holding.said && acting.isAdmin}<a class="quiet" href={sayAddress(acting.number, 'give', holding.said)}
          >Change</a
        >
        <a class="quiet bad" href={sayAddress(acting.number, 'review', `end ${address} on ${textOf(holding)}`)}>End</a
        >{/if}
    </p>
  </li>
{/snippet}

{#each reasons as { key, head, items } (key)}
  <h3 class="entry">
    {#if head.purpose}To <i>{head.purpose}</i>{:else}Without a purpose{/if}{#if head.until}, <b
        class={{ due: endsSoon(head.until) }}>until {end(head.until)}</b
      >{:else}, without an end{/if}
    <small>{sayCount(items.length, 'thing')}</small>
  </h3>
  <ul>
    {#each items as holding (holding.asset.number)}{@render row(holding)}{/each}
  </ul>
{/each}
{#if uncounted.length > 0}
  <h3 class="entry">Does not count</h3>
  <ul>
    {#each uncounted as holding (holding.asset.number)}{@render row(holding)}{/each}
  </ul>
{/if}

<style>
  h3 {
    margin-top: 1rem;
  }
  h3:first-child {
    margin-top: 0;
  }
  small {
    font-family: var(--font-sans);
    font-size: 0.875rem;
    color: var(--ink-3);
    margin-left: 0.25rem;
  }
  ul {
    margin-top: 0.375rem;
    border-top: 1px solid var(--rule-strong);
  }
  .has {
    display: grid;
    grid-template-columns: minmax(0, 15rem) minmax(0, 1.2fr) minmax(0, 1fr) 7rem 6.5rem;
    column-gap: 1.25rem;
    padding: 0.5rem 0;
    border-bottom: 1px solid var(--rule);
    font-size: 0.9063rem;
    line-height: 1.3125rem;
  }
  .mk {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr);
    column-gap: 0.625rem;
    align-items: start;
  }
  .mk a {
    text-decoration: none;
  }
  .sub {
    font-size: 0.875rem;
    line-height: 1.25rem;
  }
  .used :global(.age),
  .used :global(time) {
    display: inline;
  }
  summary {
    cursor: pointer;
  }
  .acts {
    text-align: right;
    white-space: nowrap;
  }
  .acts .quiet + .quiet {
    margin-left: 0.625rem;
  }
  @media (max-width: 900px) {
    .has {
      grid-template-columns: minmax(0, 1fr);
      row-gap: 0.25rem;
      padding: 0.75rem 0;
    }
    .acts {
      text-align: left;
    }
    .acts .quiet {
      display: inline-block;
      padding: 0.5rem 0.75rem 0.5rem 0;
    }
  }
</style>
