<script lang="ts">
  import { sayCount } from '@famiglia/core'
  import { onMount } from 'svelte'
  import { queries } from '../reach/queries'
  import { Refusal } from '../reach/service'
  import Icon from '../parts/Icon.svelte'

  /** Says when no answer comes: after three seconds, with how old what is shown is; it goes as soon as one has come. */
  const patience = 3_000
  const long = 30_000

  let now = $state(Date.now())
  /** Since when what the page shows has been asked for without an answer; null when all is well. */
  let since: number | null = $state(null)
  /** When what is shown came; null where nothing is shown yet. */
  let shownAt: number | null = $state(null)
  const waited = $derived(since === null ? 0 : now - since)

  onMount(() => {
    const timer = setInterval(look, 500)
    return () => clearInterval(timer)
  })

  function look() {
    now = Date.now()
    const waiting = queries
      .getQueryCache()
      .findAll({ type: 'active' })
      .filter(({ state }) => (state.fetchStatus !== 'idle' && !isAnswer(state.fetchFailureReason)) || isAway(state))
    if (waiting.length === 0) return void (since = null)
    since ??= now
    const came = waiting.map(({ state }) => state.dataUpdatedAt).filter(Boolean)
    shownAt = came.length > 0 ? Math.min(...came) : null
  }

  /** With a refusal the service has answered; the page tells it. */
  const isAnswer = (error: unknown) => error instanceof Refusal && error.problem.status < 500
  const isAway = ({ fetchFailureReason, error }: { fetchFailureReason: unknown; error: unknown }) =>
    [fetchFailureReason, error].some(reason => reason && !isAnswer(reason))

  async function tryNow() {
    await queries.cancelQueries({ type: 'active' })
    await queries.refetchQueries({ type: 'active' })
  }

  function sayAge(at: number): string {
    const minutes = Math.round((now - at) / 60_000)
    return minutes < 1 ? 'a moment ago' : `${sayCount(minutes, 'minute', 'minutes')} ago`
  }
</script>

{#if waited >= patience}
  <div class="silence" role="status">
    <Icon name="clock" />
    <span>
      {#if shownAt}This is how it was <b>{sayAge(shownAt)}</b>. Newer things have not come yet; it tries again by
        itself.
      {:else if waited >= long}Famiglia has not answered for {sayCount(Math.floor(waited / 1000), 'second', 'seconds')}.
        The page appears here as soon as it does. If it lasts, tell the people who run Famiglia for you.
      {:else}Famiglia has not answered yet. It tries again by itself.{/if}
    </span>
    <button class="quiet" onclick={tryNow}>Try now</button>
  </div>
{/if}

<style>
  .silence {
    display: flex;
    gap: 0.75rem;
    align-items: start;
    padding: 0.5rem var(--g);
    background: var(--wash-due);
    line-height: 1.375rem;
  }
  .silence :global(.ic) {
    color: var(--color-warning);
    flex: none;
    margin-top: 0.125rem;
  }
  span {
    flex: 1;
    min-width: 0;
  }
  @media (max-width: 900px) {
    .silence {
      padding: 0.5rem 1rem;
    }
  }
</style>
