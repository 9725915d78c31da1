<script lang="ts">
  import { getActing } from './acting-context'
  import { signOut } from '../reach/signOut'

  /** Who is signed in, and what one does about that: how one signs in, one's access, signing out. */
  const acting = getActing()
  let menu: HTMLDetailsElement
  const name = $derived(acting.me?.person.name ?? '')
  const initials = $derived(
    name
      .split(/\s+/)
      .map(word => [...word][0] ?? '')
      .slice(0, 2)
      .join(''),
  )
  const close = () => (menu.open = false)
</script>

<svelte:window
  onclick={event => {
    if (!menu.contains(event.target as Node)) close()
  }}
  onkeydown={event => {
    if (event.key === 'Escape' && menu.contains(document.activeElement)) {
      close()
      menu.querySelector('summary')?.focus()
    }
  }}
/>

<details bind:this={menu}>
  <summary class="me" aria-label="{initials}, {name}: your account">{initials}</summary>
  <div class="sheet">
    <p dir="auto"><b>{name}</b></p>
    <p class="note">{acting.me?.person.address}</p>
    <ul>
      <li><a href="/my-access" onclick={close}>My access</a></li>
      <li><a href="/my-access/sign-in" onclick={close}>How you sign in</a></li>
      <li><button class="quiet" onclick={signOut}>Sign out</button></li>
    </ul>
  </div>
</details>

<style>
  details {
    position: relative;
  }
  summary {
    list-style: none;
    cursor: pointer;
  }
  summary::-webkit-details-marker {
    display: none;
  }
  .sheet {
    position: absolute;
    z-index: 10;
    right: 0;
    top: calc(100% + 0.375rem);
    min-width: 15rem;
    max-width: calc(100vw - 2rem);
    padding: 0.75rem 1rem;
    color: var(--color-base-content);
  }
  p {
    overflow: hidden;
    text-overflow: ellipsis;
  }
  ul {
    margin-top: 0.5rem;
    border-top: 1px solid var(--rule);
    padding-top: 0.375rem;
  }
  li > * {
    display: block;
    width: 100%;
    text-align: left;
    padding: 0.375rem 0;
  }
</style>
