<script lang="ts">
  import Icon from '../../parts/Icon.svelte'
  import { getActing } from '../../frame/acting-context'
  import type { Schemas } from '../../reach/service'

  /** What another business asks for, as it is found here: there, to be brought in, or only to be offered. */
  let { things }: { things: Schemas['AskedThings']['things'] } = $props()

  const acting = getActing()
</script>

<ul>
  {#each things as thing (thing.text)}
    <li>
      <span class={thing.state === 'here' ? 'ok' : 'bad'}
        ><Icon name={thing.state === 'here' ? 'check' : thing.state === 'missing' ? 'cross' : 'pen'} /></span
      >
      <span
        >{#if thing.name}<b>{thing.name}</b>{:else}{thing.text}{/if}{#if thing.remedy}<small>{thing.remedy}</small
          >{/if}{#if thing.state === 'missing'}<small
            ><a href="/{acting.number}/bring-in">Bring it in</a>; the ask waits.</small
          >{/if}</span
      >
    </li>
  {/each}
</ul>

<style>
  ul {
    display: grid;
    gap: 0.375rem;
  }
  li {
    display: flex;
    gap: 0.625rem;
  }
  small {
    display: block;
    color: var(--ink-2);
  }
  b {
    font-weight: 600;
  }
</style>
