<script lang="ts" generics="T extends { key: string; name: string; more: string; also: string }">
  /** Things to choose from: typing filters, arrows move, Enter takes. A long list says how many more there are. */
  interface Props {
    items: readonly T[]
    chosen: readonly string[]
    placeholder: string
    /** What was typed may be taken as it is, when it fits. */
    free?: (typed: string) => string | null
    /** What is wrong with what was typed, where it can be told. */
    advice?: (typed: string) => string | null
    ontake: (key: string) => void
  }
  let { items, chosen, placeholder, free, advice, ontake }: Props = $props()

  const atOnce = 12
  let typed = $state('')
  let at = $state(0)
  let all = $state(false)
  const wanted = $derived(typed.trim().toLowerCase())
  /** What is called exactly that comes first. */
  const matching = $derived(
    items
      .filter(item => `${item.name} ${item.more} ${item.also} ${item.key}`.toLowerCase().includes(wanted))
      .sort((one, other) => Number(isExactly(other)) - Number(isExactly(one))),
  )
  const isExactly = (item: T) =>
    wanted !== '' && (item.key.toLowerCase() === wanted || item.name.toLowerCase() === wanted)
  const own = $derived(free?.(typed.trim()) ?? null)
  const wrong = $derived(own ? null : (advice?.(typed.trim()) ?? null))
  const found = $derived([
    ...matching,
    ...(own && !matching.some(item => item.key === own)
      ? [{ key: own, name: own, more: 'not here yet', also: '' } as T]
      : []),
  ])
  const shown = $derived(all ? found : found.slice(0, atOnce))

  function onkey(event: KeyboardEvent) {
    if (event.key === 'ArrowDown') {
      if (at === shown.length - 1 && shown.length < found.length) all = true
      at = Math.min(at + 1, found.length - 1)
    } else if (event.key === 'ArrowUp') at = Math.max(at - 1, 0)
    else if (event.key === 'Enter') takeMarked()
    else return
    event.preventDefault()
    document.getElementById(`choice-${at}`)?.scrollIntoView({ block: 'nearest' })
  }

  function takeMarked() {
    const marked = shown[at]
    if (marked) ontake(marked.key)
  }
</script>

<input
  class="find"
  type="text"
  role="combobox"
  aria-expanded="true"
  aria-controls="choices"
  aria-activedescendant={shown.length > 0 ? `choice-${at}` : undefined}
  aria-label={placeholder}
  aria-describedby={wrong ? 'choices-advice' : undefined}
  {placeholder}
  autocomplete="off"
  bind:value={typed}
  oninput={() => ((at = 0), (all = false))}
  onkeydown={onkey}
/>
{#if wrong}<p id="choices-advice" class="advice" role="alert">{wrong}</p>{/if}
<ul id="choices" role="listbox" aria-label={placeholder} aria-multiselectable="true">
  {#each shown as item, index (item.key)}
    <li role="presentation">
      <button
        id="choice-{index}"
        type="button"
        role="option"
        tabindex="-1"
        aria-selected={chosen.includes(item.key)}
        class={{ at: index === at }}
        onclick={() => ontake(item.key)}
      >
        <b dir="auto">{item.name}</b><span dir="auto"
          >{item.more}{chosen.includes(item.key) ? ', in the sentence already' : ''}</span
        >
      </button>
    </li>
  {/each}
</ul>
{#if found.length === 0 && !wrong}<p class="note none">Nothing here is called that.</p>{/if}
{#if shown.length < found.length}<button class="quiet more" type="button" onclick={() => (all = true)}
    >{found.length - shown.length} more</button
  >{/if}

<style>
  .find {
    width: 100%;
    height: 2.75rem;
    padding: 0 4rem 0 0.625rem;
    background: transparent;
    border-bottom: 1px solid var(--rule-strong);
  }
  ul {
    max-height: 24rem;
    overflow-y: auto;
    margin-top: 0.25rem;
  }
  li button {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, auto);
    gap: 0.125rem 1rem;
    width: 100%;
    padding: 0.4375rem 0.625rem;
    border-radius: 2px;
    text-align: left;
    cursor: pointer;
    overflow-wrap: anywhere;
  }
  .at,
  li button:hover {
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
  .none,
  .more,
  .advice {
    padding: 0.4375rem 0.625rem;
  }
  .advice {
    color: var(--color-error);
    font-size: 0.9375rem;
  }
  @media (max-width: 900px) {
    li button {
      grid-template-columns: minmax(0, 1fr);
      padding-block: 0.625rem;
    }
  }
</style>
