<script lang="ts">
  import { getActing } from '../../frame/acting-context'

  /** The three ways to look at who reaches what: the grid, the lists, the groups. */
  let { here }: { here: 'grid' | 'lists' | 'groups' } = $props()

  const acting = getActing()
  const places = [
    ['grid', 'access', 'Grid'],
    ['lists', 'lists', 'Assets and people'],
    ['groups', 'groups', 'Teams and bundles'],
  ] as const
</script>

<nav aria-label="Ways to look">
  {#each places as [key, path, label] (key)}<a
      href="/{acting.number}/{path}"
      aria-current={key === here ? 'page' : undefined}>{label}</a
    >{/each}
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
