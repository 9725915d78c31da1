<script lang="ts">
  import { sayEnd, sayList, Temporal } from '@famiglia/core'
  import type { Snippet } from 'svelte'
  import { getActing } from '../../frame/acting-context'
  import TierMark from '../../parts/TierMark.svelte'
  import { entries } from '../../parts/entries'
  import type { Schemas } from '../../reach/service'

  /** Assets that one business holds from another, with the ceiling on each. */
  type Shared = Schemas['SharedAsset']
  interface Props {
    assets: readonly Shared[]
    /** Whether the acting business owns them: then they have pages here. */
    own: boolean
    owners?: boolean
    acts: Snippet<[Shared]>
  }
  let { assets, own, owners = false, acts }: Props = $props()

  const acting = getActing()
  const besides = (asset: Shared) =>
    [asset.mayGiveAccess ? 'may give access' : '', asset.mayPassOn ? 'may pass on' : ''].filter(Boolean)
</script>

<table aria-label="What was given" class="tbl" {@attach entries}>
  <thead
    ><tr
      ><th scope="col">Asset</th>{#if owners}<th scope="col">Of</th>{/if}<th scope="col">Allows</th><th scope="col"
        >Hidden</th
      ><th scope="col">Until</th><th scope="col" class="r">People</th><th scope="col"
        ><span class="sr-only">What to do</span></th
      ></tr
    ></thead
  >
  <tbody>
    {#each assets as asset (asset.number)}
      <tr>
        <th scope="row"
          ><TierMark tier={asset.tier} actions={asset.named.length} how={asset.stopped ? 'idle' : 'own'} />
          {#if own}<a href="/{acting.number}/assets/{asset.number}">{asset.name}</a>{:else}{asset.name}{/if}
          <small class="kind">{asset.noun}, <span class="num">{asset.number}</span></small></th
        >
        {#if owners}<td><a href="/{acting.number}/partners/{asset.owner.number}">{asset.owner.name}</a></td>{/if}
        <td
          >{asset.may}{#if besides(asset).length > 0}<small>{sayList(besides(asset))}</small
            >{/if}{#if asset.stopped}<small class="due">{asset.stopped}</small>{/if}</td
        >
        <td>{asset.hidden.length > 0 ? sayList(asset.hidden) : 'nothing'}</td>
        <td class="num">{asset.until ? sayEnd(Temporal.Instant.from(asset.until), acting.zone) : 'no end'}</td>
        <td class="r num"
          >{asset.people}{#if asset.staffed === 0}<small class={own ? '' : 'due'}>admins alone</small>{/if}</td
        >
        <td class="acts">{@render acts(asset)}</td>
      </tr>
    {/each}
  </tbody>
</table>

<style>
  .kind {
    display: block;
    margin-left: 1.75rem;
    white-space: nowrap;
  }
  .acts {
    white-space: nowrap;
    text-align: right;
  }
  .acts :global(a + a) {
    margin-left: 0.625rem;
  }
</style>
