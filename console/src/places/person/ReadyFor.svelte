<script lang="ts">
  import { firstName, sayList } from '@famiglia/core'
  import { getActing } from '../../frame/acting-context'
  import Icon from '../../parts/Icon.svelte'
  import { readinessOf } from '../../reach/lists'
  import { sayAddress } from '../give/say'

  /** How far somebody is ready for a purpose that was given to them, in a line, with the step that mends it. */
  let { who, name, purpose }: { who: string; name: string; purpose: string } = $props()

  const acting = getActing()
  const readiness = readinessOf(
    acting,
    () => who,
    () => purpose,
  )
  const found = $derived(readiness.data)
  const missing = $derived(found?.requirements.filter(one => one.must && one.state !== 'met') ?? [])
  const met = $derived(found?.requirements.filter(one => one.must && one.state === 'met') ?? [])
  const first = $derived(missing[0])
  const on = (one: (typeof missing)[number]) => (one.asset ? `${one.takes}, on ${one.asset.name}` : one.takes)
</script>

{#if found}
  <li>
    <div>
      <p class="entry">
        <i>{purpose}</i>: <b>{found.ready ? 'yes' : 'not yet'}</b>{found.ready ? '' : `, ${found.met} of ${found.of}`}.
      </p>
      {#if first}<p class="sub">
          <span class="bad"><Icon name="cross" /></span> Missing: {missing.map(on).join('; ')}. {sayList(
            found.whoCanMend,
            'or',
          )} can give it.
        </p>{:else}<p class="sub">
          <span class="ok"><Icon name="check" /></span>
          {met.map(on).join('; ')}.
        </p>{/if}
    </div>
    {#if first?.sentence}<a class="btn btn-sm btn-primary" href={sayAddress(acting.number, 'review', first.sentence)}
        >Give {firstName(name)} this</a
      >{/if}
  </li>
{/if}

<style>
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0.5rem 1.5rem;
    align-items: center;
    padding: 0.5rem 0;
    border-bottom: 1px solid var(--rule);
  }
  @media (max-width: 900px) {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
    .btn {
      justify-self: start;
    }
  }
</style>
