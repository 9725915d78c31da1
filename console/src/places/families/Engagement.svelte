<script lang="ts">
  import { capitalised } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Icon from '../../parts/Icon.svelte'
  import { answerOf, service } from '../../reach/service'
  import { sayAddress } from '../give/say'

  /** What one business engages the other for, and whether what was given is enough for it. */
  interface Props {
    partner: string
    name: string
    purpose: string
    side: 'gave' | 'got'
  }
  let { partner, name, purpose, side }: Props = $props()

  const acting = getActing()
  const asked = createQuery(() => ({
    queryKey: ['engagement', acting.number, partner, purpose, side],
    queryFn: async () =>
      answerOf(
        service.GET('/v1/businesses/{business}/partners/{partner}/readiness', {
          params: { path: { business: acting.number, partner }, query: { purpose, side } },
        }),
      ),
  }))
  const ready = $derived(asked.data)
  const missing = $derived(ready?.requirements.filter(one => one.must && one.state !== 'met') ?? [])
  const whose = $derived(side === 'gave' ? name : (acting.business?.name ?? ''))
</script>

{#if ready}
  <section class="span section" aria-label="{whose}: {purpose}">
    <p class="margin count"><b>{ready.met}</b> of {ready.of}</p>
    <div>
      <h2 class="sentence m">
        {whose} is to <i>{purpose}</i>{side === 'got' ? ` for ${name}` : ''}.
        <b>{ready.ready ? 'It has all that it takes.' : 'It cannot yet.'}</b>
      </h2>
      {#each missing as one, index (index)}
        <p class="hole">
          <span class="bad"><Icon name="cross" /></span>
          <span
            >{capitalised(one.takes)}{one.asset ? ` on ${one.asset.name}` : ''} is missing{one.sentence ||
            side === 'got'
              ? '.'
              : `: ${one.remedy ?? ''}`}</span
          >
          {#if one.sentence}<a class="btn btn-sm btn-primary" href={sayAddress(acting.number, 'review', one.sentence)}
              >Give them this</a
            >{:else if side === 'got'}<a
              class="btn btn-sm"
              href="/{acting.number}/ask?of={partner}&for={encodeURIComponent(purpose)}">Ask {name} for it</a
            >{/if}
        </p>
      {/each}
    </div>
  </section>
{/if}

<style>
  .count b {
    font: 500 1.75rem/1.75rem var(--font-serif);
    color: var(--color-base-content);
  }
  .hole {
    display: flex;
    gap: 0.75rem;
    align-items: center;
    flex-wrap: wrap;
    margin-top: 0.5rem;
  }
  .hole span:nth-child(2) {
    flex: 0 1 auto;
    max-width: calc(100% - 2rem);
  }
</style>
