<script lang="ts">
  /** Ways to look at the same thing, as links beneath a title. */
  interface Props {
    label: string
    here: string
    places: readonly (readonly [key: string, href: string, name: string])[]
  }
  let { label, here, places }: Props = $props()
</script>

<nav aria-label={label}>
  {#each places as [key, href, name] (key)}<a {href} aria-current={key === here ? 'page' : undefined}>{name}</a>{/each}
</nav>

<style>
  nav {
    display: flex;
    gap: 1rem;
    flex-wrap: wrap;
    font-size: 0.9375rem;
  }
  a[aria-current] {
    text-decoration: none;
    font-weight: 600;
  }
</style>
