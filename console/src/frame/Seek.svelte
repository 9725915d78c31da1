<script lang="ts">
  import { navigate } from '../router'
  import Icon from '../parts/Icon.svelte'
  import { goAndSay } from '../places/give/say'
  import { getActing } from './acting-context'
  import { pageOf, searched, sorts } from './found'
  import { pagesCalled, pagesFor } from './pages'

  /** The search in the spine: everything by every name, suggested while one types; and sentences, which go where they are written. */
  const acting = getActing()
  let wanted = $state('')
  let find = $state('')
  let open = $state(false)
  let at = $state(-1)
  let input: HTMLInputElement
  const number = $derived(acting.number)
  const typed = $derived(wanted.trim())
  const isSentence = $derived(/^((un)?link|hand over|billing|let|end)\s/.test(typed))
  const found = searched(acting, () => find)
  $effect(() => {
    const text = isSentence ? '' : typed
    const soon = setTimeout(() => (find = text), 150)
    return () => clearTimeout(soon)
  })

  interface Suggestion {
    readonly name: string
    readonly detail: string
    readonly href: string
  }
  const suggestions: Suggestion[] = $derived(
    typed === '' || isSentence
      ? []
      : [
          ...(find.length > 1 ? (found.data?.items ?? []) : []).map(one => ({
            name: one.name,
            detail: one.what === 'person' || one.what === 'partner' ? one.detail : `${sorts[one.what]}, ${one.detail}`,
            href: pageOf(one, acting),
          })),
          ...pagesCalled(pagesFor(acting), typed).map(({ name, path }) => ({ name, detail: 'page', href: path })),
        ].slice(0, 9),
  )
  const shown = $derived(open && suggestions.length > 0)

  function go(event: SubmitEvent) {
    event.preventDefault()
    const chosen = suggestions[at]
    if (chosen) return choose(chosen)
    if (!typed || !number) return
    const search = { say: typed }
    const params = { business: number }
    if (/^(un)?link\s/.test(typed)) void navigate('/:business/link', { params, search })
    else if (/^hand over\s/.test(typed)) void navigate('/:business/hand-over', { params, search })
    else if (/^billing\s/.test(typed)) void navigate('/:business/money', { params, search })
    else if (/^(let|end)\s/.test(typed)) goAndSay(number, typed.startsWith('end') ? 'review' : 'give', typed)
    else void navigate('/:business/search', { params, search: { find: typed } })
    leave()
  }

  function choose({ href }: Suggestion) {
    void navigate(href as '/')
    leave()
  }

  function leave() {
    wanted = ''
    at = -1
    open = false
    input.blur()
  }

  function onkey(event: KeyboardEvent) {
    if (event.key === 'Escape') {
      if (shown) open = false
      else leave()
    } else if (event.key === 'ArrowDown' && suggestions.length > 0) {
      open = true
      at = (at + 1) % suggestions.length
    } else if (event.key === 'ArrowUp' && suggestions.length > 0) at = at <= 0 ? suggestions.length - 1 : at - 1
    else return
    event.preventDefault()
  }

  export function focus() {
    input.focus()
  }
</script>

<form role="search" onsubmit={go}>
  <label class="seek"
    ><Icon name="search" /><input
      bind:this={input}
      bind:value={wanted}
      role="combobox"
      aria-label="Search"
      aria-expanded={shown}
      aria-controls="suggestions"
      aria-autocomplete="list"
      aria-activedescendant={shown && at >= 0 ? `suggestion-${at}` : undefined}
      autocomplete="off"
      maxlength="300"
      placeholder="Name, number, sentence"
      onkeydown={onkey}
      oninput={() => ((open = true), (at = -1))}
      onfocus={() => (open = true)}
      onblur={() => (open = false)}
    /><kbd class="key">Ctrl K</kbd></label
  >
  {#if shown}
    <ul id="suggestions" class="sheet" role="listbox" aria-label="Suggestions">
      {#each suggestions as one, index (one.href + one.name)}
        <!-- The pointer is caught when it goes down: by its click the search would have lost the focus, and closed. -->
        <!-- svelte-ignore a11y_click_events_have_key_events -->
        <li
          id="suggestion-{index}"
          role="option"
          aria-selected={index === at}
          onpointerdown={event => event.preventDefault()}
          onclick={() => choose(one)}
        >
          <b dir="auto">{one.name}</b><small dir="auto">{one.detail}</small>
        </li>
      {/each}
    </ul>
  {/if}
</form>

<style>
  form {
    position: relative;
  }
  ul {
    position: absolute;
    z-index: 10;
    right: 0;
    top: calc(100% + 0.375rem);
    width: 24rem;
    max-width: calc(100vw - 2rem);
    max-height: 70vh;
    overflow: auto;
    padding: 0.375rem;
    color: var(--color-base-content);
  }
  li {
    padding: 0.375rem 0.625rem;
    border-radius: 2px;
    cursor: pointer;
  }
  li:hover,
  li[aria-selected='true'] {
    background: var(--wash);
  }
  b,
  small {
    display: block;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  b {
    font: 600 1.0313rem/1.375rem var(--font-serif);
  }
  small {
    color: var(--ink-2);
  }
  @media (max-width: 900px) {
    form {
      position: static;
    }
    ul {
      right: 1rem;
      left: 1rem;
      width: auto;
    }
  }
</style>
