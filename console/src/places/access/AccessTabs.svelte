<script lang="ts">
  import { getActing } from '../../frame/acting-context'
  import Tabs from '../../parts/Tabs.svelte'

  /** The three ways to look at who reaches what: the grid, the lists, the groups. */
  let { here }: { here: 'grid' | 'lists' | 'groups' } = $props()

  const acting = getActing()
  const places = [
    ['grid', 'access', 'Grid'],
    ['lists', 'lists', 'Assets and people'],
    ['groups', 'groups', 'Teams and bundles'],
  ] as const
</script>

<Tabs
  label="Ways to look"
  {here}
  places={places.map(([key, path, name]) => [key, `/${acting.number}/${path}`, name])}
/>
