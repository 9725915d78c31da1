<script lang="ts">
  import { sayList, sayMonth } from '@famiglia/core'
  import { getActing } from '../../frame/acting-context'
  import { numbers } from '../../parts/numbers'
  import TierMark from '../../parts/TierMark.svelte'
  import type { Overview, Row } from './paid'

  /** Ad accounts with who pays, with what, who can spend by which way, and what was spent. */
  interface Props {
    rows: readonly Row[]
    overview: Overview
    onbegin: (row: Row) => void
    oncalloff: (row: Row) => void
  }
  let { rows, overview, onbegin, oncalloff }: Props = $props()

  const acting = getActing()
  const thisMonth = $derived(`${sayMonth(overview.thisMonth)} so far`)
  const lastMonth = $derived(sayMonth(overview.lastMonth))
  const say = (amount: number | null) => (amount === null ? 'not told' : numbers.format(amount))
  const takesAct = (row: Row) => row.canTakeOver === 'by asking' || row.meansState !== 'good'
</script>

<table aria-label="Who pays for which account">
  <thead>
    <tr>
      <th scope="col">Ad account</th><th scope="col">Who pays</th><th scope="col">Means of payment</th><th scope="col"
        >Who can spend, and how they reach it</th
      ><th scope="col" class="r">{thisMonth}</th><th scope="col" class="r">{lastMonth}</th><th scope="col"
        ><span class="sr-only">To do</span></th
      >
    </tr>
  </thead>
  <tbody>
    {#each rows as row (row.number)}
      <tr class={{ more: row.planned }}>
        <th scope="row"
          >{#if row.owner.isOwn}<a href="/{acting.number}/assets/{row.number}">{row.name}</a>{:else}<b>{row.name}</b
            >{/if}<small>{row.owner.isOwn ? '' : `of ${row.owner.name}, `}on {row.platformName}</small></th
        >
        <td data-l="Who pays"><b>{row.payer.name}</b><small>{row.answering}</small></td>
        <td class="means" data-l="Means of payment"
          >{#if !row.payer.isOwn}their own<small>not shown to you</small>{:else if row.means}{row.means}<small
              class={{ due: row.meansState !== 'good' }}
              >{row.goodUntil
                ? `${row.meansState === 'has run out' ? 'ran out' : 'good until'} ${row.goodUntil}`
                : 'does not run out'}</small
            >{:else}<span class="due">none on record yet</span>{/if}</td
        >
        <td class="whole" data-l="Who can spend">
          {#if row.spenders.length > 0}
            <ul>
              {#each row.spenders as way (`${way.form} ${way.through}`)}
                <li>
                  <TierMark tier={way.tier} actions={way.actions} how={way.form} size="s" />
                  <p>
                    <span>{way.through}{way.form === 'waiting' ? ', not answered yet' : ''}</span
                    >{#if way.people.length > 0}<i class="way" aria-hidden="true"></i>{sayList(way.people)}{/if}
                  </p>
                </li>
              {/each}
            </ul>
          {:else}<span class="sub">{row.owner.isOwn ? 'admins only' : 'told to its owner'}</span>{/if}
        </td>
        <td class="r num" data-l={thisMonth}
          >{say(row.thisMonth)}<small
            >{row.monthly === null
              ? row.thisMonth === null
                ? ''
                : 'no limit set'
              : `of ${numbers.format(row.monthly)}`}</small
          ></td
        >
        <td class="r num" data-l={lastMonth}>{say(row.lastMonth)}</td>
        <td class="r whole act"
          >{#if row.canTakeOver && !row.planned}<button
              class={takesAct(row) ? 'btn btn-sm' : 'quiet'}
              aria-label="{row.canTakeOver === 'by asking'
                ? 'Ask to take over'
                : takesAct(row)
                  ? 'Take over payment'
                  : 'Change'}: {row.name}"
              onclick={() => onbegin(row)}
              >{row.canTakeOver === 'by asking'
                ? 'Ask to take over'
                : takesAct(row)
                  ? 'Take over payment'
                  : 'Change'}</button
            >{/if}</td
        >
      </tr>
      {#if row.planned}
        <tr class="planned">
          <td class="blank"></td>
          <td class="whole due" colspan="5">{row.planned.said}.</td>
          <td class="r whole act"
            >{#if row.planned.canCallOff}<button class="quiet" onclick={() => oncalloff(row)}>Call it off</button
              >{/if}</td
          >
        </tr>
      {/if}
    {/each}
  </tbody>
  <tfoot>
    <tr>
      <th scope="row">Paid by you</th>
      <td class="plain whole" colspan="3"
        >{overview.admins.length > 0
          ? `${sayList(overview.admins)} can spend on all of your own, as ${overview.admins.length === 1 ? 'admin' : 'admins'}.`
          : ''}
        {acting.business?.standing === 'finance' ? 'You see the money, not the adverts.' : ''}</td
      >
      <td class="r num" data-l={thisMonth}>{numbers.format(overview.sums.thisMonth)}</td>
      <td class="r num" data-l={lastMonth}>{numbers.format(overview.sums.lastMonth)}</td>
      <td class="blank"></td>
    </tr>
  </tfoot>
</table>

<style>
  table {
    width: 100%;
    border-collapse: collapse;
    font-size: 0.9063rem;
    line-height: 1.25rem;
    border-top: 1px solid var(--rule-strong);
  }
  th,
  td {
    text-align: left;
    vertical-align: top;
    padding: 0.4375rem 1rem 0.5rem 0;
    border-bottom: 1px solid var(--rule);
    font-weight: 400;
  }
  thead th {
    font: italic 400 1rem/1.125rem var(--font-serif);
    color: var(--ink-2);
    border-bottom-color: var(--rule-strong);
    vertical-align: bottom;
  }
  .r {
    text-align: right;
  }
  td:last-child,
  th:last-child {
    padding-right: 0;
  }
  tbody th {
    width: calc(var(--m) + 2.5rem);
  }
  tbody th a {
    font-weight: 600;
    text-decoration: none;
  }
  tbody th a:hover {
    text-decoration: underline;
  }
  b {
    font-weight: 600;
  }
  small {
    display: block;
    font-size: 0.8125rem;
    line-height: 1.125rem;
    color: var(--ink-3);
  }
  small.due {
    color: var(--color-warning);
  }
  .means,
  thead .r {
    white-space: nowrap;
  }
  .act {
    white-space: nowrap;
  }
  ul {
    display: grid;
    gap: 0.1875rem;
  }
  li {
    display: grid;
    grid-template-columns: 1.375rem minmax(0, 1fr);
    gap: 0.5rem;
  }
  li span {
    color: var(--ink-2);
  }
  /* The way from what they reach it through to the people. */
  .way {
    display: inline-block;
    width: 1.125rem;
    height: 0.3125rem;
    margin: 0 0.375rem 0.0625rem;
    border-radius: 1px;
    background: currentColor;
    vertical-align: middle;
  }
  .more > * {
    border-bottom: 0;
  }
  .planned td {
    padding-top: 0;
  }
  tfoot th,
  tfoot td {
    border-top: 4px double var(--rule-strong);
    border-bottom: 0;
    font-weight: 600;
  }
  tfoot .plain {
    font-weight: 400;
    color: var(--ink-2);
  }
  @media (max-width: 900px) {
    table,
    tbody,
    tfoot {
      display: block;
    }
    thead,
    .blank {
      display: none;
    }
    tr {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 10.25rem);
      gap: 0.375rem 1rem;
      padding: 0.75rem 0 0.875rem;
      border-bottom: 1px solid var(--rule);
    }
    tbody :is(th, td),
    tfoot :is(th, td),
    td.r {
      border: 0;
      padding: 0;
      text-align: left;
    }
    .more {
      border-bottom: 0;
      padding-bottom: 0.375rem;
    }
    tbody th {
      width: auto;
      grid-column: 1 / -1;
      font: 600 1.1875rem/1.5rem var(--font-serif);
    }
    tbody th small {
      display: inline;
      margin-left: 0.5rem;
      font-family: var(--font-sans);
      font-weight: 400;
    }
    tfoot th,
    .whole {
      grid-column: 1 / -1;
    }
    td[data-l]::before {
      content: attr(data-l);
      display: block;
      font: italic 400 0.875rem/1.125rem var(--font-serif);
      color: var(--ink-2);
    }
    tfoot tr {
      border-top: 4px double var(--rule-strong);
    }
    .act .btn {
      width: 100%;
    }
    .act:empty {
      display: none;
    }
  }
</style>
