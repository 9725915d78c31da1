<script lang="ts">
  import { capitalised, sayState } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Age from '../../parts/Age.svelte'
  import Emphasised from '../../parts/Emphasised.svelte'
  import { answerOf, service, type Schemas } from '../../reach/service'

  /** What was asked before, within one's business and of others, and what became of it: the newest ten of each. */
  const acting = getActing()
  const ofKind = (kind: string) => async () => {
    const query = { state: 'all', side: 'sent', kind, limit: 10 } as const
    const path = { business: acting.number }
    const { items } = await answerOf(service.GET('/v1/businesses/{business}/proposals', { params: { path, query } }))
    return items
  }
  const own = createQuery(() => ({ queryKey: ['proposals', acting.number, 'ask'], queryFn: ofKind('ask') }))
  const others = createQuery(() => ({
    queryKey: ['proposals', acting.number, 'business-ask'],
    queryFn: ofKind('business-ask'),
  }))
  const asked = $derived(
    [...(own.data ?? []), ...(others.data ?? [])].sort((one, other) => (one.openedAt < other.openedAt ? 1 : -1)),
  )
  const became = ({ state, granted, reason }: Schemas['Proposal']) =>
    [capitalised(sayState(state)), granted ? `: ${granted}` : '', reason ? ` (“${reason}”)` : ''].join('')
</script>

{#if asked.length > 0}
  <section class="section" aria-labelledby="asked-before">
    <h2 class="head" id="asked-before">Asked before</h2>
    <ul>
      {#each asked as proposal (proposal.id)}
        <li>
          <a href="/{acting.number}/proposals/{proposal.id}"
            ><Emphasised text={proposal.outset} names={proposal.names} /></a
          >
          <span class="note"><Age at={proposal.openedAt} zone={acting.zone} /> · {became(proposal)}</span>
        </li>
      {/each}
    </ul>
  </section>
{/if}

<style>
  ul {
    max-width: 44rem;
    margin-top: 0.5rem;
    border-top: 1px solid var(--rule-strong);
  }
  li {
    display: grid;
    gap: 0.125rem;
    padding: 0.625rem 0;
    border-bottom: 1px solid var(--rule);
  }
</style>
