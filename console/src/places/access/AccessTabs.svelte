<script lang="ts">
  import { getActing } from '../../frame/acting-context'
  import Tabs from '../../parts/Tabs.svelte'

  /** The ways to look at who reaches what, as far as they are for who looks: the grid, the lists, the groups, the money. */
  let { here }: { here: 'grid' | 'lists' | 'groups' | 'money' } = $props()

  const acting = getActing()
  const places = $derived([
    ...(acting.isAdmin ? ([['grid', 'access', 'Grid']] as const) : []),
    ['lists', 'lists', 'Assets and people'] as const,
    ...(acting.isAdmin ? ([['groups', 'groups', 'Teams and bundles']] as const) : []),
    ...(acting.seesToPayments || here === 'money' ? ([['money', 'money', 'Money']] as const) : []),
  ])
</script>

{#if places.length > 1}<Tabs
    label="Ways to look"
    {here}
    places={places.map(([key, path, name]) => [key, `/${acting.number}/${path}`, name])}
  />{/if}
