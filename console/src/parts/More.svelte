<script lang="ts">
  /** The way to the next page of a list, where there is one. */
  interface Props {
    list: { readonly hasNextPage: boolean; fetchNextPage(): unknown }
  }
  let { list }: Props = $props()
</script>

{#if list.hasNextPage}<p class="note">
    <button class="quiet" onclick={() => list.fetchNextPage()}>Show more</button>
  </p>{/if}
