<script lang="ts">
  import { capitalised, firstName, sayList } from '@famiglia/core'
  import { getActing } from '../../frame/acting-context'
  import Icon from '../../parts/Icon.svelte'
  import PurposeChoice from '../../parts/PurposeChoice.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { entries } from '../../parts/entries'
  import { purposesOf, readinessOf } from '../../reach/lists'
  import { sayAddress } from '../give/say'

  /** Is somebody ready for a purpose? Each thing it takes, by what they have it, and the sentence that mends it. */
  let { who, name }: { who: string; name: string } = $props()

  const acting = getActing()
  const purposes = purposesOf(acting)
  let purpose = $state('run our adverts')
  const readiness = readinessOf(
    acting,
    () => who,
    () => purpose,
  )
  const found = $derived(readiness.data)
  const verdict = $derived(!found ? '' : found.ready ? 'Yes.' : found.met === found.of - 1 ? 'Almost.' : 'Not yet.')
</script>

<section class="span section" aria-label="Readiness">
  <p class="margin count">
    {#if found}<b>{found.met}</b> of {found.of}{/if}
  </p>
  <div>
    <h2 class="sentence m">
      Is {firstName(name)} ready to
      <PurposeChoice purposes={purposes.data?.items ?? []} chosen={purpose} choose={one => (purpose = one)} />?
      <b>{verdict}</b>
    </h2>
    {#if found}
      <table aria-label="What it takes" class="tbl" {@attach entries}>
        <thead
          ><tr
            ><th scope="col">It takes</th><th scope="col">On</th><th scope="col">Has it through</th><th scope="col"
              >To mend it</th
            ></tr
          ></thead
        >
        <tbody>
          {#each found.requirements as requirement, index (index)}
            <tr>
              <th scope="row"
                ><span class={requirement.state === 'met' ? 'ok' : requirement.must ? 'bad' : ''}
                  ><Icon name={requirement.state === 'met' ? 'check' : requirement.must ? 'cross' : 'plus'} /></span
                >
                {requirement.takes}{#if !requirement.must}<small>if it is wanted</small>{/if}</th
              >
              <td>{requirement.asset?.name ?? 'nothing there'}</td>
              <td
                >{#if requirement.state === 'met'}{requirement.through[0] ?? ''}{:else}<span
                    class={requirement.must ? 'bad' : ''}>{requirement.state}</span
                  >{/if}</td
              >
              <td class="r"
                >{#if requirement.sentence}<a
                    class={['btn btn-sm', { 'btn-primary': requirement.must }]}
                    href={sayAddress(acting.number, 'review', requirement.sentence)}>Give {firstName(name)} this</a
                  >{:else if requirement.remedy}<span class="note">{requirement.remedy}</span>{/if}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
      {#if !found.ready}<p class="note">{capitalised(sayList(found.whoCanMend, 'or'))} can say it.</p>{/if}
    {:else if readiness.error}<Trouble error={readiness.error} />{/if}
  </div>
</section>

<style>
  .count b {
    font: 500 1.75rem/1.75rem var(--font-serif);
    color: var(--color-base-content);
  }
  .tbl {
    margin-top: 0.5rem;
  }
</style>
