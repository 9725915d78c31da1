<script lang="ts">
  import Icon from './Icon.svelte'

  /** A number with its kind letter reversed and its check digits lighter; the copied text is whole. */
  let { number }: { number: string } = $props()

  let copied = $state(false)
  const parts = $derived(/^(.)-(.{10})(.*)$/.exec(number) ?? ['', '', number, ''])

  async function copy() {
    await navigator.clipboard.writeText(number)
    copied = true
    setTimeout(() => (copied = false), 2_000)
  }
</script>

<span class="plate"
  ><i>{parts[1]}</i><span>{parts[2]}<u>{parts[3]}</u></span><button
    onclick={copy}
    aria-label={copied ? 'Copied' : `Copy ${number}`}><Icon name={copied ? 'check' : 'copy'} /></button
  ></span
>

<style>
  .plate {
    display: inline-flex;
    align-items: stretch;
    height: 1.625rem;
    border: 1px solid var(--rule-strong);
    border-radius: 3px;
    font: 500 0.875rem/1.5rem var(--font-sans);
    font-variant-numeric: tabular-nums;
    letter-spacing: 0.02em;
    background: var(--color-base-100);
    vertical-align: middle;
    white-space: nowrap;
  }
  i {
    font-style: normal;
    font-weight: 700;
    padding: 0 0.4375rem;
    background: var(--color-base-content);
    color: var(--color-base-100);
  }
  span span {
    padding: 0 0.4375rem;
  }
  u {
    text-decoration: none;
    color: var(--ink-3);
  }
  button {
    display: grid;
    place-items: center;
    width: 1.75rem;
    border-left: 1px solid var(--rule);
    cursor: pointer;
    color: var(--ink-2);
  }
  button:hover {
    background: var(--color-base-300);
  }
</style>
