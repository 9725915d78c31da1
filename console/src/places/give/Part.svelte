<script lang="ts">
  import type { Snippet } from 'svelte'

  /** One part of the sentence: a button in the run of the text that opens what it can be. */
  interface Props {
    label: string
    /** What the part says now; empty shows `empty` instead. */
    value: string
    empty: string
    italic?: boolean
    wrong?: boolean
    open: boolean
    onopen: () => void
    onclose: () => void
    onclear?: () => void
    children: Snippet
  }
  let { label, value, empty, italic = false, wrong = false, open, onopen, onclose, onclear, children }: Props = $props()

  let button: HTMLButtonElement
  let popover: HTMLElement | undefined = $state()

  $effect(() => {
    if (open)
      popover?.querySelector<HTMLElement>('input:not([type=checkbox]), [aria-selected=true], button, input')?.focus()
  })

  function onkey(event: KeyboardEvent) {
    if (event.key === 'Backspace' && onclear && !open) onclear()
    else if (event.key.length === 1 && !event.ctrlKey && !event.metaKey && event.key !== ' ' && !open) onopen()
  }

  function onpopkey(event: KeyboardEvent) {
    if (event.key !== 'Escape') return
    event.preventDefault()
    onclose()
    button.focus()
  }

  function onfocusout(event: FocusEvent) {
    const to = event.relatedTarget as Node | null
    if (open && to && !popover?.contains(to) && to !== button) onclose()
  }
</script>

<span class="holder" {onfocusout}
  ><button
    bind:this={button}
    class={['part', { i: italic, gap: !value, err: wrong }]}
    aria-haspopup="dialog"
    aria-expanded={open}
    aria-label="{label}: {value || empty}"
    onclick={() => (open ? onclose() : onopen())}
    onkeydown={onkey}>{value || empty}</button
  >{#if open}<span
      class="pop sheet"
      bind:this={popover}
      role="dialog"
      aria-label={label}
      tabindex="-1"
      onkeydown={onpopkey}>{@render children()}</span
    >{/if}</span
>

<style>
  .holder {
    position: relative;
  }
  .pop {
    position: absolute;
    z-index: 4;
    top: 100%;
    left: 0;
    margin-top: 0.5rem;
    display: block;
    width: 23rem;
    max-width: calc(100vw - 3rem);
    padding: 0.5rem;
    font: 400 1rem/1.375rem var(--font-sans);
    letter-spacing: 0;
    color: var(--color-base-content);
  }
</style>
