<script lang="ts">
  import { capitalised, sayCount } from '@famiglia/core'
  import Icon from '../../parts/Icon.svelte'
  import type { Schemas } from '../../reach/service'

  /** Whether the sentence gives enough for its purpose, with what is missing and what could be added. */
  type Purpose = NonNullable<Schemas['Preview']['purpose']>
  interface Props {
    purpose: Purpose
    add: (asset: string) => void
    /** Leaves something out that is taken along, or takes it along again. */
    want: (asset: string, wanted: boolean) => void
    /** Whether something was left out that can be taken along again. */
    lessThanWhole: boolean
  }
  let { purpose, add, want, lessThanWhole }: Props = $props()

  const must = $derived(purpose.requirements.filter(requirement => requirement.must))
  const also = $derived(purpose.requirements.filter(requirement => !requirement.must))
  const missing = $derived(must.filter(requirement => requirement.state !== 'met').length)
</script>

<aside class="sheet" aria-label="Enough for the purpose?">
  <h2 class="head">Enough to {purpose.name}?</h2>
  <p class="sub">
    {purpose.enough
      ? 'Yes: everything it takes is there.'
      : capitalised(`not yet: ${sayCount(missing, 'thing is', 'things are')} missing.`)}
  </p>
  <ul>
    {#each must as requirement, index (index)}
      <li>
        <span class={requirement.state === 'met' ? 'ok' : 'bad'}
          ><Icon name={requirement.state === 'met' ? 'check' : 'cross'} /></span
        >
        <div>
          <p>
            {capitalised(requirement.takes)}{#if requirement.asset}<small>{requirement.asset.name}</small>{/if}
          </p>
          {#if requirement.state !== 'met'}
            {#if requirement.asset}<button class="btn btn-sm" onclick={() => add(requirement.asset!.text)}
                >Add {requirement.asset.name}</button
              >{:else if requirement.remedy}<p class="note">{requirement.remedy}</p>{/if}
          {/if}
        </div>
      </li>
    {/each}
  </ul>
  {#if also.length > 0}
    <h3>If you want it</h3>
    <ul>
      {#each also as requirement, index (index)}
        <li>
          {#if requirement.asset && (requirement.given || lessThanWhole)}<input
              type="checkbox"
              class="checkbox checkbox-sm"
              aria-label="{capitalised(requirement.takes)}, {requirement.asset.name}"
              checked={requirement.given}
              onchange={event => want(requirement.asset!.text, event.currentTarget.checked)}
            />{:else}<span><Icon name={requirement.state === 'met' ? 'check' : 'plus'} /></span>{/if}
          <div>
            <p>
              {capitalised(requirement.takes)}{#if requirement.asset}<small>{requirement.asset.name}</small>{/if}
            </p>
          </div>
        </li>
      {/each}
    </ul>
  {/if}
</aside>

<style>
  aside {
    padding: 1.25rem 1.5rem;
    align-self: start;
  }
  h3 {
    font: italic 400 1.0625rem/1.5rem var(--font-serif);
    color: var(--ink-2);
    margin-top: 0.875rem;
  }
  ul {
    margin-top: 0.5rem;
  }
  li {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr);
    gap: 0.75rem;
    padding: 0.5rem 0;
    border-top: 1px solid var(--rule);
  }
  p {
    display: flex;
    gap: 0.25rem 0.75rem;
    flex-wrap: wrap;
    justify-content: space-between;
  }
  small {
    font-size: 0.875rem;
    color: var(--ink-2);
  }
  .btn {
    margin-top: 0.375rem;
  }
</style>
