<script lang="ts">
  import { getActing } from '../../frame/acting-context'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { assetsOf } from '../../reach/lists'
  import { answerOf, service, type Schemas } from '../../reach/service'

  /** What an asset stands in: what holds it and what it holds, what it is tied to, its bundles. */
  let { asset }: { asset: Schemas['Asset'] } = $props()

  const acting = getActing()
  const doing = new Doing()
  const others = assetsOf(acting)
  let tying = $state('')
  const free = $derived(
    (others.data?.items ?? []).filter(
      one => one.kind !== asset.kind && !asset.ties.some(tied => tied.number === one.number),
    ),
  )

  const arrange = (other: string, gone: boolean) =>
    doing.run(async () => {
      const params = { path: { business: acting.number, asset: asset.number, other } }
      const told = await answerOf(
        gone
          ? service.DELETE('/v1/businesses/{business}/assets/{asset}/ties/{other}', { params })
          : service.PUT('/v1/businesses/{business}/assets/{asset}/ties/{other}', { params }),
      )
      tying = ''
      return told.result
    })
</script>

<dl>
  {#if asset.inside}<div>
      <dt>Inside</dt>
      <dd>
        <a href="/{acting.number}/assets/{asset.inside.number}">{asset.inside.name}</a>; what is given there holds here
        too.
      </dd>
    </div>{/if}
  {#if asset.holds.length > 0}<div>
      <dt>Holds</dt>
      <dd>
        {#each asset.holds as one, index (one.number)}{index > 0 ? ', ' : ''}<a
            href="/{acting.number}/assets/{one.number}">{one.name}</a
          >{/each}
      </dd>
    </div>{/if}
  <div>
    <dt>Works with</dt>
    <dd>
      {#each asset.ties as one (one.number)}
        <span class="tied"
          ><a href="/{acting.number}/assets/{one.number}">{one.name}</a> <small>{one.noun}</small>
          {#if acting.isAdmin}<button class="quiet" onclick={() => arrange(one.number, true)}>Untie</button>{/if}</span
        >
      {:else}Nothing is tied to it: a purpose given here takes nothing along.{/each}
      {#if acting.isAdmin}
        <span class="tied">
          <select class="select" aria-label="Tie it to" bind:value={tying}
            ><option value="">tie it to …</option>{#each free as one (one.number)}<option value={one.number}
                >{one.name}, {one.noun}</option
              >{/each}</select
          >
          <button class="btn btn-sm" disabled={!tying} onclick={() => arrange(tying, false)}>Tie</button>
        </span>
      {/if}
      <Outcome {doing} />
    </dd>
  </div>
  {#if asset.bundles.length > 0}<div>
      <dt>In bundles</dt>
      <dd>{asset.bundles.map(bundle => bundle.name).join(', ')}</dd>
    </div>{/if}
</dl>

<style>
  div {
    display: grid;
    grid-template-columns: 8rem minmax(0, 1fr);
    gap: 1rem;
    padding: 0.25rem 0;
  }
  dt {
    font: italic 400 1.0625rem/1.5rem var(--font-serif);
    color: var(--ink-2);
  }
  .tied {
    display: inline-flex;
    gap: 0.5rem;
    align-items: center;
    margin-right: 1.25rem;
  }
  small {
    color: var(--ink-2);
  }
  @media (max-width: 900px) {
    div {
      grid-template-columns: minmax(0, 1fr);
      gap: 0;
    }
  }
</style>
