<script lang="ts">
  import { capitalised, sayCount, sayEnd, sayList, sayShortDate, Temporal } from '@famiglia/core'
  import { getActing } from '../../frame/acting-context'
  import { numbers } from '../../parts/numbers'
  import { sayCurrency } from '../../parts/currency'
  import { saveCsv } from '../../parts/save-csv'
  import TierMark from '../../parts/TierMark.svelte'
  import type { Schemas } from '../../reach/service'
  import { markOf, sayTimes } from './branch-words'
  import Days from './Days.svelte'
  import type { Branch, Node } from './fold'
  import { nameOf } from './layout'

  /** Ad accounts side by side: what goes through to each at most, who pays, and the figures of some days. */
  type Compared = Schemas['AccountsCompared']
  type Row = Compared['items'][number]
  type Measure = keyof Row['figures']
  interface Props {
    compared: Compared
    waiting: readonly Branch[]
    nodes: readonly Node[]
    days: number
    order: 'name' | Measure
    onremind: (proposal: string) => void
    onrename: ((account: string, label: string | null) => void) | null
    again: (row: Row) => string
  }
  let { compared, waiting, nodes, days = $bindable(), order = $bindable(), onremind, onrename, again }: Props = $props()

  const acting = getActing()
  const measures: readonly (readonly [Measure, string])[] = [
    ['spend', 'Spend'],
    ['results', 'Results'],
    ['costOfResult', 'Cost of a result'],
    ['revenue', 'Revenue'],
  ]
  const money = $derived(sayCurrency(compared.currency))
  const sayChange = (change: number | null) =>
    change === null ? '' : `${change > 0 ? '+' : change < 0 ? '−' : ''}${Math.abs(change)} %`
  const live = $derived(compared.items.filter(row => row.state === 'in force'))
  const idle = $derived(compared.items.filter(row => row.state !== 'in force'))
  const leftOut = $derived(
    measures.flatMap(([measure, name]) => {
      const { leavesOut } = compared.sums[measure]
      return leavesOut > 0 ? [{ name: name.toLowerCase(), leavesOut }] : []
    }),
  )
  const sayLeftOut = $derived(
    leftOut.length === 0
      ? ''
      : `${capitalised(sayList(leftOut.map(({ name, leavesOut }) => `${name} leaves out ${sayCount(leavesOut, 'account')}`)))}: they hide these figures from you.`,
  )
  const nodeOf = (branch: Branch) => nodes.find(node => node.number === branch.below)
  let naming: string | null = $state(null)
  let label = $state('')

  function begin(row: Row) {
    naming = naming === row.number ? null : row.number
    label = row.label ?? ''
  }

  function name(event: SubmitEvent, row: Row) {
    event.preventDefault()
    onrename?.(row.number, label.trim() || null)
    naming = null
  }

  function save() {
    const head = ['your label', 'number', 'account', 'owner', 'ceiling', 'state', 'pays']
    const lines = compared.items.map(row => [
      row.label,
      row.number,
      row.name,
      row.owner.name,
      row.level,
      row.state,
      row.pays,
      ...measures.map(([measure]) =>
        row.hiddenFigures.includes(measure) ? 'hidden' : (row.figures[measure]?.value ?? null),
      ),
    ])
    saveCsv(compared.under.handle, [[...head, ...measures.map(([, term]) => term)], ...lines])
  }
</script>

<section class="span section">
  <h2 class="margin">Side by side</h2>
  <div class="lead">
    <p class="entry">
      Figures of <label class="pick"
        ><span class="sr-only">For which time</span><select class="select select-sm" bind:value={days}
          >{#each [7, 30, 60] as count (count)}<option value={count}>the last {count} days</option>{/each}</select
        ></label
      >
      against the {days} days before, money in {money}.
    </p>
    <button class="quiet" onclick={save}>Save as a CSV file</button>
  </div>
</section>
<div class="wide">
  <table aria-label="Accounts side by side" class="figs">
    <thead>
      <tr>
        <th scope="col">Your label</th><th scope="col">Ad account</th><th scope="col">Ceiling</th><th scope="col"
          >Put on it alone</th
        ><th scope="col">Pays</th><th scope="col">Begins, ends</th>
        {#each measures as [measure, term] (measure)}<th
            scope="col"
            class="r"
            aria-sort={order === measure ? 'descending' : undefined}
            ><button onclick={() => (order = order === measure ? 'name' : measure)}
              >{term}{order === measure ? ' ▾' : ''}</button
            ></th
          >{/each}
        <th scope="col" class="r">Spend, day by day</th>
      </tr>
    </thead>
    <tbody>
      {#each live as row (`${row.number} ${row.under.number}`)}
        <tr>
          {@render who(row)}
          {#each measures as [measure, term] (measure)}
            <td class="f r num" data-l={term}
              >{#if row.hiddenFigures.includes(measure)}<i>hidden</i>{:else if row.figures[measure]}{numbers.format(
                  row.figures[measure].value,
                )}<small>{sayChange(row.figures[measure].change)}</small>{:else}<i>not told</i>{/if}</td
            >
          {/each}
          <td class="f r" data-l="Day by day"
            >{#if row.days}<Days days={row.days} from={compared.from} to={compared.to} {money} />{:else}<i
                >{row.hiddenFigures.includes('spend') ? 'hidden' : 'not told'}</i
              >{/if}</td
          >
        </tr>
      {/each}
      {#each waiting as branch (branch.below)}
        {@const node = nodeOf(branch)}
        <tr class="idle">
          <th scope="row"><b>{branch.label ?? ''}</b></th>
          <td><b>{node && nameOf(node, branch)}</b><small>{node?.owner?.name ?? 'owner not told yet'}</small></td>
          <td data-l="Ceiling"
            ><span class="mark"
              ><TierMark tier={branch.tier} actions={branch.named.length} how="waiting" size="s" /><span
                >{branch.level}{#if branch.hidden.length > 0}<small>hides {sayList(branch.hidden)}</small>{/if}</span
              ></span
            ></td
          >
          <td data-l="Put on it alone">nobody yet</td>
          <td data-l="Pays">its owner</td>
          <td data-l="Begins, ends"
            >{branch.from ? sayShortDate(Temporal.Instant.from(branch.from), acting.zone) : 'with the answer'}<small
              >{branch.until ? `until ${sayEnd(Temporal.Instant.from(branch.until), acting.zone)}` : 'no end'}</small
            ></td
          >
          <td colspan="5"
            ><div class="then">
              <i>{branch.why}</i>{#if acting.isAdmin && branch.proposal}<button
                  class="btn btn-sm"
                  onclick={() => onremind(branch.proposal!)}>Send again</button
                >{/if}
            </div></td
          >
        </tr>
      {/each}
      {#each idle as row (`${row.number} ${row.under.number}`)}
        <tr class="idle">
          {@render who(row)}
          <td colspan="5"
            ><div class="then">
              <i>{sayTimes(row, acting.zone)}</i>
              {#if row.state === 'begins'}<a
                  class="btn btn-sm"
                  href="/{acting.number}/give?on={encodeURIComponent(row.number)}">Choose people</a
                >{:else if row.state === 'ended' && acting.isAdmin}<a
                  class="btn btn-sm"
                  href="/{acting.number}/link?say={encodeURIComponent(again(row))}">Ask again</a
                >{/if}
            </div></td
          >
        </tr>
      {/each}
    </tbody>
    {#if live.length > 0}
      <tfoot>
        <tr>
          <th scope="row"><b>{capitalised(sayCount(live.length, 'account'))} in force</b></th>
          <td colspan="5" class="sub">{sayLeftOut}</td>
          {#each measures as [measure, term] (measure)}
            {@const sum = compared.sums[measure]}
            <td class="f r num" data-l={term}
              >{sum.of > 0 ? numbers.format(sum.value) : '–'}<small
                >{[sum.leavesOut > 0 ? `of ${sum.of}` : '', sayChange(sum.change)].filter(Boolean).join(', ')}</small
              ></td
            >
          {/each}
          <td></td>
        </tr>
      </tfoot>
    {/if}
  </table>
  {#if compared.items.length === 0 && waiting.length === 0}<p class="entry">
      No ad account hangs under it yet. Ask for some by their numbers, or give this number to who owns them.
    </p>{/if}
  {#if compared.more || compared.next}<p class="sub">More accounts hang under it than fit here.</p>{/if}
</div>

{#snippet who(row: Row)}
  <th scope="row"
    >{#if naming === row.number}<form onsubmit={event => name(event, row)}>
        <input class="input input-sm" aria-label="Your name for {row.name}" maxlength="80" bind:value={label} /><button
          class="quiet">Keep it</button
        >
      </form>{:else}<b>{row.label ?? ''}</b>{#if onrename}<button
          class="quiet small"
          aria-label="{row.label ? 'rename' : 'name it'}: {row.name}"
          onclick={() => begin(row)}>{row.label ? 'rename' : 'name it'}</button
        >{/if}{/if}</th
  >
  <td
    ><b>{row.name}</b><small
      >{row.owner.name}{row.under.number === compared.under.number ? '' : `, under ${row.under.name}`}</small
    ></td
  >
  <td data-l="Ceiling"
    ><span class="mark"
      ><TierMark tier={row.tier} actions={row.named.length} how={markOf(row)} size="s" /><span
        >{row.level}<small
          >{[row.hidden.length > 0 ? `hides ${sayList(row.hidden)}` : '', row.mayGiveAccess ? 'may give access' : '']
            .filter(Boolean)
            .join(', ') || 'hides nothing'}</small
        ></span
      ></span
    ></td
  >
  <td data-l="Put on it alone">{row.alone.length > 0 ? sayList(row.alone) : 'nobody'}</td>
  <td data-l="Pays">{row.owner.name}<small title={row.pays}>{row.pays}</small></td>
  <td data-l="Begins, ends" class="num"
    >{row.from ? sayShortDate(Temporal.Instant.from(row.from), acting.zone) : ''}<small
      >{row.until ? `until ${sayEnd(Temporal.Instant.from(row.until), acting.zone)}` : 'no end'}</small
    ></td
  >
{/snippet}

<style>
  .lead {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    gap: 1rem;
    flex-wrap: wrap;
  }
  .pick {
    display: inline-block;
  }
  .pick select {
    width: auto;
    font: 600 1rem/1.5rem var(--font-serif);
  }
  .figs {
    width: 100%;
    border-collapse: collapse;
    font-size: 0.9063rem;
    line-height: 1.25rem;
    table-layout: fixed;
  }
  .figs th[scope='col'] {
    font: italic 400 1rem/1.25rem var(--font-serif);
    color: var(--ink-2);
    text-align: left;
    vertical-align: bottom;
    padding: 0.25rem 0.75rem 0.375rem 0;
    border-bottom: 1px solid var(--rule-strong);
  }
  .figs th:first-child {
    width: calc(var(--m) + 2.5rem);
  }
  .figs th:nth-child(2) {
    width: 9.5rem;
  }
  .figs th:nth-child(3) {
    width: 8rem;
  }
  .figs th:nth-child(4) {
    width: 6.5rem;
  }
  .figs th:nth-child(5) {
    width: 9.5rem;
  }
  .figs th:nth-child(6) {
    width: 8rem;
  }
  .figs th.r,
  .figs td.r {
    text-align: right;
  }
  .figs th button {
    font: inherit;
    color: inherit;
    cursor: pointer;
    text-align: right;
  }
  .figs th[aria-sort] button {
    font-weight: 600;
    color: var(--color-base-content);
  }
  .figs td,
  .figs th[scope='row'] {
    text-align: left;
    vertical-align: top;
    padding: 0.5rem 0.75rem 0.5rem 0;
    border-bottom: 1px solid var(--rule);
    font-weight: 400;
    overflow-wrap: anywhere;
  }
  .figs td:last-child {
    padding-right: 0;
  }
  .figs small {
    display: block;
    color: var(--ink-2);
    font-size: 0.8438rem;
  }
  .figs td[data-l='Pays'] small {
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .figs b {
    font-weight: 600;
  }
  .figs i {
    font: italic 400 1rem/1.25rem var(--font-serif);
    color: var(--ink-2);
  }
  .mark {
    display: grid;
    grid-template-columns: 1.5rem minmax(0, 1fr);
    gap: 0.375rem;
  }
  .small {
    font-size: 0.8125rem;
    display: block;
  }
  .then {
    display: flex;
    justify-content: space-between;
    gap: 0.75rem;
    align-items: center;
  }
  tfoot th[scope='row'],
  tfoot td {
    border-bottom: 0;
    border-top: 3px double var(--rule-strong);
  }
  @media (max-width: 900px) {
    .figs,
    .figs tbody,
    .figs tfoot {
      display: block;
    }
    .figs thead {
      display: none;
    }
    .figs tr {
      display: grid;
      grid-template-columns: repeat(4, minmax(0, 1fr));
      gap: 0.25rem 0.75rem;
      padding: 0.75rem 0;
      border-bottom: 1px solid var(--rule);
    }
    .figs td,
    .figs td.r,
    .figs th[scope='row'] {
      display: block;
      border: 0;
      padding: 0;
      grid-column: span 2;
      text-align: left;
      width: auto;
    }
    .figs th[scope='row'],
    .figs td:nth-child(2),
    .figs td[colspan],
    .figs td[data-l='Day by day'] {
      grid-column: 1 / -1;
    }
    .figs th[scope='row'] b {
      font: 600 1.125rem/1.5rem var(--font-serif);
    }
    .figs td.f:not([data-l='Day by day']) {
      grid-column: span 1;
    }
    .figs td[data-l]::before {
      content: attr(data-l);
      display: block;
      font: italic 400 0.9375rem/1.25rem var(--font-serif);
      color: var(--ink-2);
    }
    .figs td[data-l='Day by day']::before {
      content: none;
    }
    tfoot tr {
      border-top: 3px double var(--rule-strong);
    }
  }
</style>
