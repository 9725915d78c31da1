<script lang="ts">
  import { untrack } from 'svelte'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import { meansOf } from '../../reach/lists'
  import type { Linking } from './linking.svelte'

  /** Who pays for the accounts from the link on. Unless somebody says otherwise, who pays now goes on paying. */
  let { linking }: { linking: Linking } = $props()

  const acting = getActing()
  const own = meansOf(acting)
  /** The other side pays, by its number, even before that is typed. */
  let isOther = $state(untrack(() => linking.payer !== '' && linking.payer !== acting.number))
  const chosen = $derived(isOther ? 'other' : linking.payer ? 'own' : '')

  function choose(value: string) {
    isOther = value === 'other'
    linking.payer = value === 'own' ? acting.number : ''
    linking.means = ''
  }
</script>

<section class="span section">
  <h2 class="margin">Who pays</h2>
  <div class="grid">
    <label class="field"
      ><span>From then on</span><select
        class="select"
        name="payer"
        value={chosen}
        onchange={event => choose(event.currentTarget.value)}
        ><option value="">who pays now</option><option value="own">{acting.business?.name}</option><option value="other"
          >the other side</option
        ></select
      ></label
    >
    {#if chosen === 'own'}
      <label class="field"
        ><span>With</span><select class="select" name="means" bind:value={linking.means}
          ><option value="">choose one</option
          >{#each (own.data?.items ?? []).filter(one => one.state !== 'has run out') as one (one.handle)}<option
              value={one.handle}>{one.said}</option
            >{/each}</select
        ></label
      >
    {:else if chosen === 'other'}
      <Field name="other" term="Its number" placeholder="B-2718-2818-24" bind:value={linking.payer} />
    {/if}
    {#if chosen}<p class="sub">It needs the other side’s approval too, in the same answer.</p>{/if}
  </div>
</section>

<style>
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(13rem, 1fr));
    gap: 0.75rem 1.5rem;
    align-items: end;
  }
  .field .select {
    width: 100%;
  }
</style>
