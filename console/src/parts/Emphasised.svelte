<script lang="ts">
  /** A sentence with the names in it set strong and its tiers in italics, as sentences are throughout. */
  let { text, names, tiers = [] }: { text: string; names: readonly string[]; tiers?: readonly string[] } = $props()

  const escaped = (word: string) => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
  const pieces = $derived.by(() => {
    const wanted = [...names, ...tiers].filter(Boolean).sort((one, other) => other.length - one.length)
    if (wanted.length === 0) return [text]
    // “Nonna Brigida” stands in “Nonna Brigida’s Kitchen”, which is somebody else.
    return text.split(new RegExp(`(?<![\\w-])(${wanted.map(escaped).join('|')})(?![\\w-]|’s [A-Z])`))
  })
</script>

{#each pieces as piece, index (index)}{#if names.includes(piece)}<b>{piece}</b>{:else if tiers.includes(piece)}<b
      ><i>{piece}</i></b
    >{:else}{piece}{/if}{/each}
