<script lang="ts">
  /** A purpose, chosen within a line of text. */
  interface Props {
    purposes: readonly { name: string }[]
    chosen: string
    choose: (purpose: string) => void
  }
  let { purposes, chosen, choose }: Props = $props()
</script>

<select class="part" aria-label="Purpose" value={chosen} onchange={event => choose(event.currentTarget.value)}
  >{#each purposes as one (one.name)}<option value={one.name}>{one.name}</option>{/each}</select
>

<style>
  select {
    appearance: none;
    font-style: italic;
    font-weight: 600;
    max-width: 100%;
  }
  option {
    background: var(--color-base-100);
    color: var(--color-base-content);
    font-size: 1rem;
  }
</style>
