<script lang="ts">
  /** A sentence with the names in it set strong and its tier set in italics, as sentences are throughout. */
  let { text, names, tier = null }: { text: string; names: readonly string[]; tier?: string | null } = $props()

  const escaped = (word: string) => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
  const pieces = $derived.by(() => {
    const wanted = [...names, ...(tier ? [tier] : [])].filter(Boolean)
    if (wanted.length === 0) return [text]
    return text.split(new RegExp(`(?<![\\w-])(${wanted.map(escaped).join('|')})(?![\\w-])`))
  })
</script>

{#each pieces as piece, index (index)}{#if names.includes(piece)}<b>{piece}</b>{:else if piece === tier}<b
      ><i>{piece}</i></b
    >{:else}{piece}{/if}{/each}
