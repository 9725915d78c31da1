<script lang="ts">
  import { sayList } from '@famiglia/core'
  import type { Schemas } from '../../reach/service'

  /** What each side sees to before a handover, and whose work it ends; in the composer with what mends it. */
  interface Props {
    told: Pick<Schemas['Handover'], 'first' | 'lost'>
    /** Takes what could go along too; null where it is sent already. */
    onadd?: ((what: string) => void) | null
    /** The keys of what a side chooses to fall; null where nothing is chosen here. */
    falls?: string[] | null
  }
  let { told, onadd = null, falls = $bindable(null) }: Props = $props()
</script>

<div class="before">
  {#if told.first.length > 0}
    <section>
      <h2 class="head">What must happen first</h2>
      <ul>
        {#each told.first as { said, isDone, add, whose } (said)}
          <li>
            <p>{said}</p>
            {#if isDone}<i>done</i>{:else if add && onadd}<button class="quiet" onclick={() => onadd(add)}
                >Let it go along<span class="sr-only">: {add}</span></button
              >{:else}<i>{whose === 'receiver' ? 'for the new owner' : 'if it is to go along'}</i>{/if}
          </li>
        {/each}
      </ul>
    </section>
  {/if}
  <section>
    <h2 class="head">Who could no longer do their job</h2>
    <ul>
      {#each told.lost as { who, purpose, on, keys, isAsked } (who + purpose)}
        <li>
          <p>
            <b>{who}</b> could not “{purpose}” any more{isAsked ? ', before they join the new owner' : ''}: {sayList(
              on,
            )}.
          </p>
          {#if falls && keys.some(key => falls!.includes(key))}<button
              class="quiet"
              aria-label="Let {who} go on"
              onclick={() => (falls = falls!.filter(key => !keys.includes(key)))}>let it stay</button
            >{/if}
        </li>
      {:else}<li><p class="sub">Nobody who was let do something for a purpose: all can go on as now.</p></li>
      {/each}
    </ul>
  </section>
</div>

<style>
  .before {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(20rem, 100%), 1fr));
    gap: 1.25rem 3rem;
  }
  ul {
    margin-top: 0.5rem;
  }
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0.25rem 1rem;
    padding: 0.5rem 0;
    border-top: 1px solid var(--rule);
  }
  b {
    font-weight: 600;
  }
  i {
    font: italic 400 1rem/1.375rem var(--font-serif);
    color: var(--ink-2);
  }
  @media (max-width: 600px) {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
    li > * {
      justify-self: start;
    }
  }
</style>
