<script lang="ts">
  import { thicknessOf } from './thickness'

  /** One path on a line: from whom, through what, to whom. Thickness is the level; what does not count is dotted. */
  interface Props {
    from: string
    via: readonly string[]
    to: string
    tier: string | null
    counts: boolean
  }
  let { from, via, to, tier, counts }: Props = $props()
</script>

{#snippet piece()}<svg width="24" height="10" viewBox="0 0 24 10" aria-hidden="true"
    ><path
      d="M3 5H21"
      stroke="currentColor"
      stroke-linecap="round"
      stroke-width={counts ? thicknessOf(tier) : 2}
      stroke-dasharray={counts ? undefined : '.1 5'}
    /></svg
  ><span class="sr-only">, then</span>{/snippet}
<span class="line"
  ><bdi>{from}</bdi>{#each via as name, index (index)}{@render piece()}<bdi>{name}</bdi>{/each}{@render piece()}<bdi
    >{to}</bdi
  ></span
>

<style>
  .line {
    display: inline-flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0 0.375rem;
  }
  svg {
    flex: none;
    color: var(--color-base-content);
  }
</style>
