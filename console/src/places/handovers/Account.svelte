<script lang="ts">
  import type { HeldAs } from '@famiglia/core'
  import TierMark from '../../parts/TierMark.svelte'

  /** What stays and what falls, one line for each live thing; where it can be chosen, with a tick for what is to stay. */
  interface Line {
    readonly key: string
    readonly fate: string
    readonly canFall: boolean
    readonly who: string
    readonly on: string
    readonly words: string
    readonly why: string
    readonly tier: string | null
    readonly actions: number
    readonly form: HeldAs
    readonly difference?: 'new' | 'more' | 'less' | null
  }
  interface Props {
    lines: readonly Line[]
    newOwner: string
    /** The keys of what a side chooses to fall; null where nothing is chosen here. */
    falls?: string[] | null
  }
  let { lines, newOwner, falls = $bindable(null) }: Props = $props()

  const isFalling = (line: Line) => line.fate === 'falls' || (falls?.includes(line.key) ?? false)
  const stays = $derived(lines.filter(line => !isFalling(line)))
  const falling = $derived(lines.filter(isFalling))
  const differs = {
    new: 'new since both signed: it falls unless both agree anew',
    more: 'more than both signed: given as they signed it',
    less: 'less than both signed',
  }

  // What the other side chose to fall is not for this one to bring back.
  const isChoice = (line: Line) => line.canFall && falls !== null && (falls.includes(line.key) || line.fate !== 'falls')

  function toggle(line: Line) {
    if (!falls) return
    falls = falls.includes(line.key) ? falls.filter(key => key !== line.key) : [...falls, line.key]
  }
</script>

<div class="account">
  {@render column('Stays', `${newOwner} gives it again in these words, or it goes on beneath what is kept.`, stays)}
  {@render column('Falls', 'Ends in the same moment, everywhere.', falling)}
</div>

{#snippet column(head: string, said: string, of: readonly Line[])}
  <section aria-label={head}>
    <h2 class="head">{head}</h2>
    <p class="sub">{said}</p>
    <ul>
      {#each of as line (line.key)}
        <li class={{ marked: line.difference }}>
          {#if line.tier || line.actions > 0}<TierMark
              tier={line.tier}
              actions={line.actions}
              how={isFalling(line) ? 'idle' : line.form}
            />{:else}<span></span>{/if}
          <div>
            <p><b>{line.who}</b>, on {line.on}</p>
            <p class="note">{line.words}{isChoice(line) ? `; ${line.why}` : ''}</p>
            {#if line.difference}<p class="due">
                {line.difference === 'new' && line.fate === 'falls'
                  ? 'new since both signed'
                  : differs[line.difference]}
              </p>{/if}
          </div>
          {#if isChoice(line)}<button
              class="quiet"
              aria-label="{falls?.includes(line.key) ? 'Let it stay' : 'Let it fall'}: {line.who}, on {line.on}"
              onclick={() => toggle(line)}>{falls?.includes(line.key) ? 'let it stay' : 'let it fall'}</button
            >{:else}<i>{line.why}</i>{/if}
        </li>
      {:else}<li>
          <span></span>
          <p class="sub">Nothing.</p>
        </li>
      {/each}
    </ul>
  </section>
{/snippet}

<style>
  .account {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    border: 4px double var(--rule-strong);
    border-width: 4px 0;
  }
  section {
    padding: 0.625rem 2rem 0.75rem 0;
  }
  section + section {
    padding: 0.625rem 0 0.75rem 2rem;
    border-left: 1px solid var(--rule-strong);
  }
  ul {
    margin-top: 0.5rem;
  }
  li {
    display: grid;
    grid-template-columns: 1.75rem minmax(0, 1fr) auto;
    gap: 0.625rem;
    padding: 0.5rem 0;
    border-top: 1px solid var(--rule);
    align-items: start;
  }
  .marked {
    background: var(--wash-due);
  }
  b {
    font-weight: 600;
  }
  i {
    font: italic 400 1rem/1.375rem var(--font-serif);
    color: var(--ink-2);
    text-align: right;
    max-width: 9rem;
  }
  @media (max-width: 900px) {
    .account {
      grid-template-columns: minmax(0, 1fr);
    }
    section,
    section + section {
      padding: 0.625rem 0;
      border-left: 0;
    }
    section + section {
      border-top: 1px solid var(--rule-strong);
    }
    li {
      grid-template-columns: 1.75rem minmax(0, 1fr);
    }
    li > i,
    li > button {
      grid-column: 2;
      text-align: left;
      justify-self: start;
      max-width: none;
    }
  }
</style>
