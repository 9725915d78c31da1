<script lang="ts">
  import { allKinds, kinds, sayCount, sayMany, type Kind } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { assetsOf, bundlesOf } from '../../reach/lists'
  import { answerOf, service } from '../../reach/service'
  import Chooser from './Chooser.svelte'
  import { handleFrom } from './handles'

  /** Bundles: by list, where assets are put in by hand, or by rule, which takes in every asset of its kinds by itself. */
  const acting = getActing()
  const bundles = bundlesOf(acting)
  const assets = assetsOf(acting)
  const doing = new Doing()
  let chosen = $state('')
  let name = $state('')
  let byRule = $state(false)
  let of: Kind[] = $state([])
  let adding = $state('')
  const shown = $derived(chosen || (bundles.data?.items[0]?.handle ?? ''))
  const path = $derived({ business: acting.number, bundle: shown })
  const bundle = createQuery(() => ({
    queryKey: ['bundle', acting.number, shown],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/bundles/{bundle}', { params: { path } })),
    enabled: shown !== '',
  }))
  const others = $derived(
    (assets.data?.items ?? []).filter(asset => !bundle.data?.assets.some(held => held.number === asset.number)),
  )

  function make(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async headers => {
      const made = await answerOf(
        service.POST('/v1/businesses/{business}/bundles', {
          params: { path: { business: acting.number } },
          body: { handle: handleFrom(name), name: name.trim(), assets: [], kinds: byRule ? of : null },
          headers,
        }),
      )
      chosen = made.handle
      name = ''
      return `The bundle ${made.name} is made, with ${sayCount(made.assets, 'asset', 'assets')}.`
    })
  }

  const arrange = (asset: string, gone: boolean) =>
    doing.run(async () => {
      const params = { path: { ...path, asset } }
      const told = await answerOf(
        gone
          ? service.DELETE('/v1/businesses/{business}/bundles/{bundle}/assets/{asset}', { params })
          : service.PUT('/v1/businesses/{business}/bundles/{bundle}/assets/{asset}', { params }),
      )
      adding = ''
      return told.result
    })
</script>

<Chooser
  items={(bundles.data?.items ?? []).map(one => ({ ...one, note: sayCount(one.assets, 'asset', 'assets') }))}
  {shown}
  choose={handle => (chosen = handle)}
  empty="No bundle is here yet."
>
  {#if bundle.data && shown}
    <h3 class="head">{bundle.data.name} <small>bundle/{bundle.data.handle}</small></h3>
    {#if bundle.data.rule}<p class="sub">Takes in {bundle.data.rule} by itself, also those that come later.</p>{/if}
    {#each bundle.data.assets as asset (asset.number)}
      <p class="row">
        <a href="/{acting.number}/assets/{asset.number}">{asset.name}</a><small>{asset.noun}</small>
        {#if acting.isAdmin && !bundle.data.rule}<button class="quiet" onclick={() => arrange(asset.number, true)}
            >Take out</button
          >{/if}
      </p>
    {:else}<p class="entry">Nothing is in it yet.</p>{/each}
    {#if acting.isAdmin}
      <p class="controls">
        {#if !bundle.data.rule}
          <select class="select" aria-label="Put an asset in" bind:value={adding}
            ><option value="">put an asset in …</option>{#each others as asset (asset.number)}<option
                value={asset.number}>{asset.name}</option
              >{/each}</select
          >
          <button class="btn btn-sm" disabled={!adding} onclick={() => arrange(adding, false)}>Put in</button>
        {/if}
        <a class="btn btn-sm" href="/{acting.number}/give?on=bundle/{bundle.data.handle}">Give it to somebody</a>
      </p>
    {/if}
  {/if}
  <Outcome {doing} />
  {#if acting.isAdmin}
    <form onsubmit={make}>
      <Field name="bundle" term="A new bundle" required maxlength={80} placeholder="Winter season" bind:value={name} />
      <label class="check"
        ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={byRule} /> by rule: all of some kinds</label
      >
      {#if byRule}<div class="kinds">
          {#each allKinds as kind (kind)}<label class="check"
              ><input type="checkbox" class="checkbox checkbox-sm" value={kind} bind:group={of} />
              {sayMany(kinds[kind].noun)}</label
            >{/each}
        </div>{/if}
      <button class="btn btn-sm" disabled={!name.trim() || (byRule && of.length === 0)}>Make it</button>
    </form>
  {/if}
</Chooser>

<style>
  form {
    display: grid;
    gap: 0.625rem;
    justify-items: start;
  }
  .kinds {
    display: flex;
    flex-wrap: wrap;
    gap: 0.375rem 1.25rem;
  }
  .check {
    display: flex;
    gap: 0.5rem;
    align-items: center;
  }
</style>
