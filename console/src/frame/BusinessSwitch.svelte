<script lang="ts">
  import type { Acting } from '../reach/acting.svelte'
  import NumberPlate from '../parts/NumberPlate.svelte'
  import { navigate } from '../router'

  /** The businesses one can work for, to be chosen with a digit, the arrows or the mouse. */
  let { acting, close }: { acting: Acting; close: () => void } = $props()

  const businesses = $derived(acting.me?.businesses ?? [])
  let list: HTMLUListElement

  $effect(() => list.querySelector<HTMLElement>('button')?.focus())

  function choose(number: string) {
    close()
    void navigate('/:business/desk', { params: { business: number } })
  }

  function onkey(event: KeyboardEvent) {
    const buttons = [...list.querySelectorAll<HTMLElement>('button')]
    const at = buttons.indexOf(document.activeElement as HTMLElement)
    const chosen = businesses[Number(event.key) - 1]
    if (event.key === 'Escape') close()
    else if (event.key === 'ArrowDown') buttons[(at + 1) % buttons.length]?.focus()
    else if (event.key === 'ArrowUp') buttons[(at - 1 + buttons.length) % buttons.length]?.focus()
    else if (chosen) choose(chosen.number)
    else return
    event.preventDefault()
  }
</script>

<div class="switch sheet" role="dialog" aria-label="Act for" tabindex="-1" onkeydown={onkey}>
  <ul bind:this={list}>
    {#each businesses as business, index (business.number)}
      <li>
        <button
          style:--cloth="var(--cloth-{business.cloth})"
          aria-current={business.number === acting.number ? 'true' : undefined}
          onclick={() => choose(business.number)}
        >
          <span class="swatch"></span><span
            ><b>{business.name}</b><small class="num"
              >{business.number}, {business.closed ? 'closed' : business.standing}</small
            ></span
          ><kbd class="key">{index + 1}</kbd>
        </button>
      </li>
    {:else}
      <li class="none">You work for no business yet.</li>
    {/each}
  </ul>
  {#if acting.number}<p class="none">
      Your number, for anyone who needs to find you: <NumberPlate number={acting.number} />
    </p>{/if}
  <p class="none"><a href="/open-business" onclick={close}>Open another business</a></p>
  <p class="note">A digit or Enter chooses, Escape closes.</p>
</div>

<style>
  .switch {
    position: absolute;
    z-index: 10;
    top: 4.25rem;
    left: calc(var(--g) + var(--m) + 2rem);
    width: 22rem;
    max-width: calc(100vw - 2rem);
    padding: 0.5rem;
  }
  button {
    display: grid;
    grid-template-columns: auto 1fr auto;
    gap: 0.75rem;
    align-items: center;
    width: 100%;
    text-align: left;
    padding: 0.5rem;
    cursor: pointer;
    border-radius: 2px;
  }
  button:hover,
  button:focus {
    background: var(--wash);
  }
  .swatch {
    width: 0.625rem;
    height: 2.25rem;
    background: var(--cloth);
  }
  b {
    display: block;
    font: 600 1.0625rem/1.25rem var(--font-serif);
  }
  small {
    color: var(--ink-2);
  }
  .note,
  .none {
    padding: 0.25rem 0.5rem;
  }
  @media (max-width: 900px) {
    .switch {
      left: 1rem;
    }
  }
</style>
