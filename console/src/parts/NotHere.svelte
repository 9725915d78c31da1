<script lang="ts">
  import { getActing } from '../frame/acting-context'
  import { searched } from '../frame/found'
  import { route } from '../router'
  import { Refusal } from '../reach/service'
  import Trouble from './Trouble.svelte'

  /** A page of something that cannot be opened: what is known about it, and where else it may be. Other refusals are told as they are. */
  let { error, named = '', ask = false }: { error: unknown; named?: string; ask?: boolean } = $props()

  const acting = getActing()
  /** An address that cannot be read names nothing either. */
  const isUnknown = $derived(error instanceof Refusal && [404, 422].includes(error.problem.status))
  const found = searched(acting, () => (isUnknown ? named : ''))
  const rest = $derived(route.pathname.split('/').slice(2).join('/'))
</script>

{#if !isUnknown}
  <div class="section">
    <h1 class="title">This page cannot be shown now.</h1>
    <Trouble {error} />
  </div>
{:else}
  <div class="span page-top">
    <p class="margin">Not here</p>
    <div>
      <h1 class="title">You cannot open this page.</h1>
      <p class="sub">
        {#if named}The address ends in <b><bdi>{named}</bdi></b>.{/if} For <bdi>{acting.business?.name}</bdi> you have nothing
        of that name. It may not exist, or nobody gave you access to it; we say the same in both cases.
      </p>
      <ul>
        {#each found.data?.elsewhere ?? [] as other (other.number)}
          <li>
            <bdi>{other.name}</bdi> has {other.count === 1 ? 'one thing' : `${other.count} things`} of that name.
            <a href="/{other.number}/{rest}">Open it for <bdi>{other.name}</bdi></a>
          </li>
        {/each}
      </ul>
      <p class="acts">
        {#if ask}<a class="btn btn-sm btn-primary" href="/{acting.number}/ask?on={encodeURIComponent(named)}"
            >Ask for access</a
          >{/if}
        <a class="btn btn-sm" href="/{acting.number}/desk">To the desk</a>
        <button class="quiet" onclick={() => history.back()}>Back</button>
      </p>
    </div>
  </div>
{/if}

<style>
  bdi {
    overflow-wrap: anywhere;
  }
  li,
  .acts {
    margin-top: 0.625rem;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 0.75rem;
    align-items: center;
  }
</style>
