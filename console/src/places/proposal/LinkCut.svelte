<script lang="ts">
  import {
    isTier,
    printWanted,
    readMoment,
    endOf,
    beginOf,
    Temporal,
    tiers,
    wantedOf,
    type AssetNumber,
    type Figure,
    type Tier,
  } from '@famiglia/core'
  import TierMark from '../../parts/TierMark.svelte'
  import Field from '../../parts/Field.svelte'
  import { entries } from '../../parts/entries'
  import type { Schemas } from '../../reach/service'

  /** Less of a request to link, account by account: fewer of them, a lower tier, more hidden, later, sooner over. */
  interface Props {
    proposal: Schemas['Proposal']
    /** What it comes to as `less` says it; empty while no account is left. */
    less: string
  }
  let { proposal, less = $bindable() }: Props = $props()

  const zone = $derived(proposal.business.zone)
  /** What is left out, and a lower tier where one was chosen: all the rest is as it was asked for. */
  let leftOut: Record<string, boolean> = $state({})
  let lowered: Record<string, Tier> = $state({})
  const askedFor = (tier: string | null): Tier => (tier && isTier(tier) ? tier : 'watch')
  let hiding: Figure[] = $state([])
  let from = $state('')
  let until = $state('')
  const upTo = (tier: string | null) => tiers.slice(0, tier && isTier(tier) ? tiers.indexOf(tier) + 1 : 1)
  /** What is not hidden everywhere already. */
  const figures = $derived(
    (['spend', 'revenue'] as const).filter(figure => proposal.assets.some(asset => !asset.hiding.includes(figure))),
  )

  $effect(() => {
    const things = proposal.assets
      .filter(asset => !leftOut[asset.number])
      .map(asset => {
        const asked = asset.until ? Temporal.Instant.from(asset.until) : null
        const begin = from && readMoment(from)
        const end = until && readMoment(until)
        return {
          what: { by: 'number' as const, number: asset.number as AssetNumber },
          terms: {
            tier: lowered[asset.number] ?? askedFor(asset.tier),
            actions: [],
            hiding: [...new Set([...(asset.hiding as Figure[]), ...hiding])],
            from: begin ? beginOf(begin, zone) : asset.from ? Temporal.Instant.from(asset.from) : null,
            until: end ? endOf(end, zone) : asked,
          },
        }
      })
    less = things.length > 0 ? printWanted(wantedOf(things, zone)) : ''
  })
</script>

<table aria-label="What you accept" class="tbl" {@attach entries}>
  <thead
    ><tr
      ><th scope="col"><span class="sr-only">Accept it</span></th><th scope="col">Account</th><th scope="col"
        >Asked for</th
      ><th scope="col">You accept</th></tr
    ></thead
  >
  <tbody>
    {#each proposal.assets as asset (asset.number)}
      <tr>
        <td
          ><input
            type="checkbox"
            class="checkbox checkbox-sm"
            aria-label="Accept {asset.name}"
            checked={!leftOut[asset.number]}
            onchange={() => (leftOut[asset.number] = !leftOut[asset.number])}
          /></td
        >
        <th scope="row">{asset.name}</th>
        <td><TierMark tier={asset.tier} actions={asset.actions.length} how="waiting" size="s" /> {asset.given}</td>
        <td
          >{#if !leftOut[asset.number]}<select
              class="select select-sm"
              aria-label="You accept on {asset.name}"
              value={lowered[asset.number] ?? askedFor(asset.tier)}
              onchange={event => (lowered[asset.number] = askedFor(event.currentTarget.value))}
              >{#each upTo(asset.tier) as tier (tier)}<option value={tier}>{tier}</option>{/each}</select
            >{:else}<i>left out; stays as it is</i>{/if}</td
        >
      </tr>
    {/each}
  </tbody>
</table>
<div class="more">
  <fieldset>
    <legend>Hide more</legend>
    {#each figures as figure (figure)}<label
        ><input type="checkbox" class="checkbox checkbox-sm" value={figure} bind:group={hiding} /> {figure}</label
      >{/each}
  </fieldset>
  <Field name="later" term="Begin later" type="date" bind:value={from} />
  <Field name="sooner" term="End sooner" type="date" bind:value={until} />
</div>

<style>
  .more {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr));
    gap: 0.5rem 1.25rem;
    margin-top: 0.75rem;
  }
  legend {
    font: italic 400 1.0625rem/1.5rem var(--font-serif);
    color: var(--ink-2);
  }
  label {
    display: inline-flex;
    gap: 0.375rem;
    align-items: center;
    margin-right: 0.75rem;
  }
  i {
    font: italic 400 1rem/1.25rem var(--font-serif);
    color: var(--ink-2);
  }
</style>
