<script lang="ts">
  import { allHeldAs, heldAsInWords } from '@famiglia/core'
  import TierMark from '../../parts/TierMark.svelte'
</script>

{#each allHeldAs as how (how)}<span><TierMark tier="run" {how} size="s" /> {heldAsInWords[how]}</span>{/each}
<span><TierMark tier={null} actions={2} size="s" /> single rights</span>
<span><TierMark tier="run" hidesRevenue size="s" /> notch: revenue hidden</span>
<span><i class="soon"></i> ends within 30 days</span>
<span><b class="lacks">!</b> no second step</span>

<style>
  span {
    display: flex;
    gap: 0.4375rem;
    align-items: center;
    line-height: 1.375rem;
  }
  .soon {
    width: 1.375rem;
    height: 3px;
    background: var(--color-warning);
  }
  .lacks {
    width: 1.375rem;
    text-align: center;
    color: var(--color-warning);
  }
</style>
