<script lang="ts">
  /** Recovery codes, shown this once. */
  let { codes }: { codes: readonly string[] } = $props()
</script>

{#if codes.length > 0}
  <p class="sub">
    Keep these apart from your password. Each lets you in once where the app is lost; they are not shown again.
  </p>
  <ul>
    {#each codes as code (code)}<li>{code}</li>{/each}
  </ul>
{/if}

<style>
  ul {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(10rem, 1fr));
    gap: 0.25rem 1.5rem;
    max-width: 36rem;
    font: 500 1rem/1.5rem var(--font-mono);
    margin: 0.5rem 0;
  }
</style>
