<script lang="ts">
  import { getActing } from '../../frame/acting-context'
  import Tabs from '../../parts/Tabs.svelte'

  /** What there is between businesses: the partners, what was sent either way, the own calling card. */
  let { here }: { here: 'partners' | 'tree' | 'handovers' | 'inbox' | 'card' } = $props()

  const acting = getActing()
  const places = [
    ['partners', 'families', 'Partners'],
    ['tree', 'tree', 'Manager accounts'],
    ['handovers', 'handovers', 'Handovers'],
    ['inbox', 'inbox', 'Sent and received'],
    ['card', 'card', 'Calling card'],
  ] as const
</script>

<Tabs
  label="Between businesses"
  {here}
  places={places.map(([key, path, name]) => [key, `/${acting.number}/${path}`, name])}
/>
