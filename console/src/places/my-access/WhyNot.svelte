<script lang="ts">
  import { actionsOfKind, isKind, sayAction, type Action } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import { searched } from '../../frame/found'
  import Trouble from '../../parts/Trouble.svelte'
  import { answerOf, service } from '../../reach/service'

  /** “Why can’t I?”: for one thing, by its name, by its number or by the platform’s own; and who can change it. */
  const acting = getActing()
  const asked = new URLSearchParams(location.search).get('why') ?? ''
  let typed = $state(asked)
  let wanted = $state(asked)
  let action: Action | '' = $state('')
  let open = $state(asked !== '')
  const found = searched(acting, () => wanted)
  const things = $derived((found.data?.items ?? []).filter(({ what }) => what === 'asset' || what === 'held'))
  let chosen = $state('')
  const number = $derived(things.find(({ at }) => at === chosen)?.at ?? (things.length === 1 ? things[0]!.at : ''))
  const held = createQuery(() => ({
    queryKey: ['my holding', number],
    queryFn: async () => answerOf(service.GET('/v1/me/holdings', { params: { query: { limit: 200 } } })),
    enabled: number !== '',
  }))
  const holding = $derived(held.data?.items.find(({ asset }) => asset.number === number))
  const kind = $derived(holding?.asset.kind ?? '')
  const actions = $derived(
    isKind(kind) ? [...actionsOfKind(kind)].map(one => [one, sayAction(one, kind)] as const) : [],
  )
  const decided = createQuery(() => ({
    queryKey: ['may I', acting.number, number, action],
    queryFn: async () =>
      answerOf(
        service.POST('/v1/businesses/{business}/decisions', {
          params: { path: { business: acting.number } },
          body: { who: acting.me!.person.address, action, asset: number },
        }),
      ),
    enabled: number !== '' && action !== '',
  }))

  function look(event: SubmitEvent) {
    event.preventDefault()
    wanted = typed.trim()
    chosen = ''
    action = ''
  }
</script>

<details bind:open {@attach details => void (asked && details.scrollIntoView({ block: 'center' }))}>
  <summary>Why can’t I …?</summary>
  <form onsubmit={look}>
    <label class="field"
      ><span>On what: its name, or its number here or on the platform</span><input
        class="input"
        maxlength="80"
        bind:value={typed}
      /></label
    >
    <button class="btn btn-sm">Look</button>
  </form>
  {#if things.length > 1}
    <p>
      {#each things as { at, name, detail } (at)}<button
          class="pill"
          aria-pressed={at === number}
          onclick={() => (chosen = at)}><bdi>{name}</bdi>, {detail}</button
        >{/each}
    </p>
  {/if}
  {#if holding}
    <p>
      On <b><bdi>{holding.asset.name}</bdi></b> you may {holding.may}.
      {#if holding.why}<span class="due">Not now: {holding.why}.</span>{/if}
    </p>
    <label class="field"
      ><span>To do what</span>
      <select class="select" bind:value={action}>
        <option value="">choose</option>
        {#each actions as [one, said] (one)}<option value={one}>{said}</option>{/each}
      </select></label
    >
    {#if decided.data}
      <p role="status"><b>{decided.data.reason}</b></p>
      <ul>
        {#each decided.data.paths as path, index (index)}<li>
            {path.counts ? '' : 'Does not count: '}{path.sentence}
          </li>{/each}
      </ul>
      {#if !decided.data.allowed}<p>
          <a
            class="btn btn-sm"
            href="/{acting.number}/ask?on={holding.asset.number}&wanted={encodeURIComponent(
              `${action} on ${holding.asset.number}`,
            )}">Ask for it</a
          >
        </p>{/if}
    {:else if decided.error}<Trouble error={decided.error} />{/if}
  {:else if wanted && found.data && things.length === 0}
    <p role="status">
      {found.data.advice ??
        `For ${acting.business?.name ?? 'you'} you have nothing of that name. It may not exist, or nobody gave you access to it; we say the same in both cases.`}
    </p>
    {#each found.data.elsewhere as other (other.number)}<p>
        <bdi>{other.name}</bdi> has something of that name:
        <a href="/{other.number}/search?find={encodeURIComponent(wanted)}">look there</a>.
      </p>{/each}
    {#if acting.number}<p>
        <a class="btn btn-sm" href="/{acting.number}/ask?on={encodeURIComponent(wanted)}">Ask for access to it</a>
      </p>{/if}
  {:else if number && held.data}
    <p role="status">You have nothing on it yourself. <a href="/{acting.number}/ask?on={number}">Ask for access</a></p>
  {/if}
</details>

<style>
  details {
    border-top: 4px double var(--rule-strong);
    padding-top: 0.875rem;
    margin: 0.875rem 0;
  }
  summary {
    cursor: pointer;
    font-weight: 600;
  }
  form {
    display: grid;
    grid-template-columns: minmax(0, 24rem) max-content;
    gap: 0.75rem;
    align-items: end;
    margin: 0.5rem 0;
  }
  p,
  .field {
    margin-top: 0.5rem;
  }
  .pill {
    margin: 0 0.375rem 0.375rem 0;
  }
  .select {
    max-width: 24rem;
  }
  @media (max-width: 900px) {
    form {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
