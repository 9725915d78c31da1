<script lang="ts">
  import { capitalised, firstName, kinds, sayList } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import PurposeChoice from '../../parts/PurposeChoice.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { purposesOf } from '../../reach/lists'
  import { answerOf, service, type Schemas } from '../../reach/service'
  import { sayAddress } from '../give/say'

  /** Who of those who were given an asset is ready for a purpose with it, and what mends it for those who are not. */
  let { asset }: { asset: Schemas['Asset'] } = $props()

  const acting = getActing()
  const purposes = purposesOf(acting)
  const fitting = $derived((purposes.data?.items ?? []).filter(one => one.needs.some(need => need.kind === asset.kind)))
  let chosen = $state('')
  const purpose = $derived(fitting.some(one => one.name === chosen) ? chosen : (fitting[0]?.name ?? ''))
  const found = createQuery(() => ({
    queryKey: ['readiness-on', acting.number, asset.number, purpose],
    queryFn: async () =>
      answerOf(
        service.GET('/v1/businesses/{business}/assets/{asset}/readiness', {
          params: { path: { business: acting.number, asset: asset.number }, query: { purpose, limit: 50 } },
        }),
      ),
    enabled: purpose !== '',
  }))
  const ready = $derived((found.data?.items ?? []).filter(one => one.ready))
  const lacking = $derived((found.data?.items ?? []).filter(one => !one.ready && one.met > 0))
  const none = $derived((found.data?.items ?? []).filter(one => !one.ready && one.met === 0))
  const holesOf = (one: Schemas['Readiness']) => one.requirements.filter(need => need.must && need.state !== 'met')
  const namesOf = (some: readonly Schemas['Readiness'][]) => sayList(some.map(one => one.who.name))
</script>

{#if fitting.length > 0}
  <section class="span section" aria-label="Readiness">
    <h2 class="margin">Who is ready?</h2>
    <div>
      <p class="sentence m">
        To <PurposeChoice purposes={fitting} chosen={purpose} choose={one => (chosen = one)} />
        with this {kinds[asset.kind as keyof typeof kinds].noun}:
        {#if found.data}<b>{ready.length > 0 ? namesOf(ready) : 'nobody yet'}</b>.{/if}
      </p>
      {#each lacking as one (one.who.text)}
        {@const holes = holesOf(one)}
        <div class="hole">
          <p class="entry">
            <b>{one.who.name}</b> has {one.met} of {one.of}:
            {sayList(holes.map(hole => `${hole.takes}${hole.asset ? ` on ${hole.asset.name}` : ''}`))} missing.
          </p>
          {#if holes[0]?.sentence}<a class="btn btn-sm" href={sayAddress(acting.number, 'review', holes[0].sentence)}
              >Give {firstName(one.who.name)} this</a
            >{:else if holes[0]?.remedy}<span class="note">{holes[0].remedy}</span>{/if}
        </div>
      {/each}
      {#if none.length > 0}<p class="note">
          {capitalised(namesOf(none))}
          {none.length > 1 ? 'reach' : 'reaches'} it for something else.
        </p>{/if}
      {#if found.error}<Trouble error={found.error} />{/if}
      {#if found.data?.next}<p class="note">The first 50 by name are shown; “who … --ready” tells them all.</p>{/if}
    </div>
  </section>
{/if}

<style>
  b {
    font-weight: 600;
  }
  .hole {
    display: flex;
    justify-content: space-between;
    gap: 1rem;
    align-items: center;
    flex-wrap: wrap;
    padding: 0.375rem 0;
    border-bottom: 1px solid var(--rule);
  }
</style>
