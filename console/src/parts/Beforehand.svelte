<script lang="ts">
  import type { Schemas } from '../reach/service'

  /** What there is to know before a yes, within a list of facts. */
  let { of }: { of: Schemas['Proposal']['beforehand'] } = $props()
</script>

{#each of as { head, items } (head)}
  <div>
    <dt>{head}</dt>
    <dd>
      <ul>
        {#each items as item, index (index)}<li>{item}</li>{/each}
      </ul>
    </dd>
  </div>
{/each}
