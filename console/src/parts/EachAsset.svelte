<script lang="ts" generics="T extends { name: string }">
  import { sayList } from '@famiglia/core'
  import { sayAlike } from './alike'

  /** What holds for each of several assets: said once for those it is alike for, and by name where it differs. */
  let { assets, say }: { assets: readonly T[]; say: (asset: T) => string } = $props()

  const alike = $derived(sayAlike(assets, say))
</script>

{#each alike as { said, names } (said)}<p>
    {#if alike.length > 1}<b>{sayList(names)}</b>:{/if}
    {said}
  </p>{/each}

<style>
  b {
    font-weight: 600;
  }
  p + p {
    margin-top: 0.25rem;
  }
</style>
