<script lang="ts" generics="T extends { key: string; name: string; more: string }">
  /** Things to choose from: typing filters, arrows move, Enter takes. */
  interface Props {
    items: readonly T[]
    chosen: readonly string[]
    placeholder: string
    several?: boolean
    /** What was typed may be taken as it is, when it fits. */
    free?: (typed: string) => string | null
    onfilter?: (typed: string) => void
    ontake: (key: string) => void
  }
  let { items, chosen, placeholder, several = false, free, onfilter, ontake }: Props = $props()

  let typed = $state('')
  let at = $state(0)
  const wanted = $derived(typed.trim().toLowerCase())
  /** What is called exactly that comes first: “run” is the tier before it is the beginning of a purpose. */
  const matching = $derived(
    items
      .filter(item => `${item.name} ${item.more} ${item.key}`.toLowerCase().includes(wanted))
      .sort((one, other) => Number(isExactly(other)) - Number(isExactly(one)))
      .slice(0, 10),
  )
  const isExactly = (item: T) =>
    wanted !== '' && (item.key.toLowerCase() === wanted || item.name.toLowerCase() === wanted)
  const own = $derived(free?.(typed.trim()) ?? null)
  const options = $derived([
    ...matching,
    ...(own && !matching.some(item => item.key === own) ? [{ key: own, name: own, more: 'not here yet' } as T] : []),
  ])

  function onkey(event: KeyboardEvent) {
    if (event.key === 'ArrowDown') at = Math.min(at + 1, options.length - 1)
    else if (event.key === 'ArrowUp') at = Math.max(at - 1, 0)
    else if (event.key === 'Enter') takeMarked()
    else return
    event.preventDefault()
  }

  function takeMarked() {
    const marked = options[at]
    if (marked) take(marked.key)
  }

  function take(key: string) {
    typed = ''
    ontake(key)
  }
</script>

<input
  class="find"
  type="text"
  role="combobox"
  aria-expanded="true"
  aria-controls="choices"
  aria-activedescendant="choice-{at}"
  aria-label={placeholder}
  {placeholder}
  autocomplete="off"
  bind:value={typed}
  oninput={() => ((at = 0), onfilter?.(typed))}
  onkeydown={onkey}
/>
<ul id="choices" role="listbox" aria-label={placeholder} aria-multiselectable={several}>
  {#each options as item, index (item.key)}
    <li role="presentation">
      <button
        id="choice-{index}"
        type="button"
        role="option"
        tabindex="-1"
        aria-selected={chosen.includes(item.key)}
        class={{ at: index === at }}
        onclick={() => take(item.key)}
      >
        <b>{several && chosen.includes(item.key) ? '✓ ' : ''}{item.name}</b><span>{item.more}</span>
      </button>
    </li>
  {:else}
    <li class="note">Nothing here is called that.</li>
  {/each}
</ul>

<style>
  .find {
    width: 100%;
    height: 2.25rem;
    padding: 0 0.625rem;
    background: transparent;
    border-bottom: 1px solid var(--rule-strong);
  }
  button {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0.25rem 1rem;
    width: 100%;
    padding: 0.4375rem 0.625rem;
    border-radius: 2px;
    text-align: left;
    cursor: pointer;
  }
  .at,
  button:hover {
    background: var(--wash);
    box-shadow: inset 3px 0 0 var(--color-primary);
  }
  b {
    font-weight: 600;
  }
  span {
    font-size: 0.875rem;
    color: var(--ink-2);
  }
  .note {
    padding: 0.4375rem 0.625rem;
  }
</style>
