<script lang="ts">
  import { sayCount } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Outcome from '../../parts/Outcome.svelte'
  import Seats from '../../parts/Seats.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import type { Means } from '../../reach/lists'
  import { answerOf, service } from '../../reach/service'
  import type { Overview } from './paid'

  /** What the business pays with, and its seats; nothing of it is told to who only sees the bills of an account. */
  interface Props {
    means: readonly Means[] | null
    seats: Overview['seats']
    /** Beside something else; otherwise the two stand side by side. */
    isAside: boolean
  }
  let { means, seats, isAside }: Props = $props()

  const acting = getActing()
  const doing = new Doing()
  const platforms = createQuery(() => ({
    queryKey: ['platforms'],
    queryFn: async () => answerOf(service.GET('/v1/platforms')),
    enabled: means !== null,
  }))
  const paidOn = $derived((platforms.data?.items ?? []).filter(one => one.kinds.includes('ad-account')))

  const add = (platform: string) =>
    doing.run(async headers => {
      const begun = await answerOf(
        service.POST('/v1/businesses/{business}/means/openings', {
          params: { path: { business: acting.number } },
          body: { platform },
          headers,
        }),
      )
      location.assign(begun.shownAt)
    })
  const remove = (handle: string) =>
    doing.run(
      async () =>
        (
          await answerOf(
            service.DELETE('/v1/businesses/{business}/means/{means}', {
              params: { path: { business: acting.number, means: handle } },
            }),
          )
        ).result,
    )
  const sayUse = ({ paysFor }: Means) => (paysFor.length > 0 ? sayCount(paysFor.length, 'account') : 'pays for nothing')
</script>

<aside class={{ across: !isAside }}>
  {#if seats}
    <section aria-labelledby="seats">
      <h2 id="seats">Seats</h2>
      <p class="line">
        <Seats before={seats.members} after={seats.members + seats.invited} included={seats.included} />
        {seats.members + seats.invited} of {seats.included}
      </p>
      <p class="sub">{seats.words}</p>
    </section>
  {/if}
  {#if means}
    <section aria-labelledby="means">
      <h2 id="means">Means of payment</h2>
      <ul>
        {#each means as one (one.handle)}
          <li>
            <span>{one.said}</span><span class="note">{sayUse(one)}</span>
            <small class={{ due: one.state !== 'good' }}
              >{one.goodUntil
                ? `${one.state === 'has run out' ? 'ran out' : 'good until'} ${one.goodUntil}`
                : 'does not run out'}</small
            >{#if one.paysFor.length === 0}<button
                class="quiet"
                aria-label="Take {one.said} off the record"
                onclick={() => remove(one.handle)}>Take it off</button
              >{/if}
          </li>
        {:else}<li class="sub">None is on record yet.</li>
        {/each}
      </ul>
      <p class="sub">A card’s number is typed in on the platform’s own page. It is never known here.</p>
      {#each paidOn as platform (platform.key)}
        <p><button class="quiet" onclick={() => add(platform.key)}>Add one on {platform.name}</button></p>
      {/each}
      <Outcome {doing} label="Go on" />
    </section>
  {/if}
</aside>

<style>
  aside {
    grid-column: -2 / -1;
    padding-top: 0.25rem;
    font-size: 0.9375rem;
    line-height: 1.375rem;
  }
  .across {
    grid-column: 2 / -1;
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 24rem));
    gap: 0.75rem 3.5rem;
  }
  aside:not(.across) section + section {
    margin-top: 0.875rem;
    padding-top: 0.75rem;
    border-top: 1px solid var(--rule);
  }
  h2 {
    font: 600 1.1875rem/1.5rem var(--font-serif);
  }
  .line {
    display: flex;
    gap: 0.625rem;
    align-items: center;
  }
  .sub {
    margin-top: 0.25rem;
    font-size: 0.9375rem;
  }
  ul {
    margin-top: 0.375rem;
  }
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0 0.625rem;
    padding: 0.1875rem 0;
  }
  small {
    font-size: 0.8125rem;
    line-height: 1.125rem;
    color: var(--ink-3);
  }
  small.due {
    color: var(--color-warning);
  }
  @media (max-width: 900px) {
    aside,
    .across {
      grid-column: auto;
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
