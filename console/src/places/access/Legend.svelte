<script lang="ts">
  import TierMark from '../../parts/TierMark.svelte'
</script>

<span><TierMark tier="run" size="s" /> own grant</span>
<span><TierMark tier="run" how="through" size="s" /> indirectly</span>
<span><TierMark tier="run" how="waiting" size="s" /> waiting for an answer</span>
<span><TierMark tier="run" how="idle" size="s" /> not in force</span>
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
