<script lang="ts">
  import { getActing } from '../../frame/acting-context'
  import { meansOf } from '../../reach/lists'
  import type { Schemas } from '../../reach/service'

  /** A yes that changes who pays: with what, where one's own business would; and whether it stays as it is. */
  interface Props {
    paying: NonNullable<Schemas['Proposal']['paying']>
    means: string
    stays: boolean
  }
  let { paying, means = $bindable(), stays = $bindable() }: Props = $props()

  const acting = getActing()
  const own = meansOf(acting)
  const usable = $derived(
    (own.data?.items ?? []).filter(one => one.platform === paying.takesMeansOn && one.state !== 'has run out'),
  )
</script>

<fieldset>
  <legend>{paying.by} would pay.</legend>
  {#if paying.canStay}
    <label><input type="checkbox" class="checkbox checkbox-sm" bind:checked={stays} /> Leave who pays as it is</label>
  {/if}
  {#if paying.takesMeansOn && !stays}
    {#if own.data && usable.length === 0}
      <p class="sub">
        {acting.business?.name} has no means of payment there yet: <a href="/{acting.number}/money">add one first</a>.
      </p>
    {:else}
      <label class="field"
        ><span>With what you pay from then on</span><select class="select" name="means" bind:value={means}
          ><option value="">choose one</option>{#each usable as one (one.handle)}<option value={one.handle}
              >{one.said}</option
            >{/each}</select
        ></label
      >
    {/if}
  {/if}
</fieldset>

<style>
  fieldset {
    display: grid;
    gap: 0.5rem;
    margin-top: 1rem;
    padding: 0.75rem 1rem;
    background: var(--wash);
    border-radius: 2px;
  }
  legend {
    float: left;
    font: 600 1.125rem/1.5rem var(--font-serif);
  }
  label:not(.field) {
    display: inline-flex;
    gap: 0.5rem;
    align-items: center;
  }
  .field {
    max-width: 24rem;
  }
  .select {
    width: 100%;
  }
</style>
