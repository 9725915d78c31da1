<script lang="ts">
  import type { Schemas } from '../reach/service'
  import TierMark from './TierMark.svelte'

  /** What a sentence allows on its assets, in plain words. */
  type Asset = Pick<Schemas['Preview']['assets'][number], 'number' | 'name' | 'noun' | 'actions' | 'tier' | 'may'>
  let { assets, how = 'own' }: { assets: readonly Asset[]; how?: 'own' | 'waiting' } = $props()
</script>

<ul>
  {#each assets as asset (asset.number)}
    <li>
      <TierMark tier={asset.tier} actions={asset.actions.length} {how} />
      <p><b>{asset.name}</b>, the {asset.noun}: {asset.may}.</p>
    </li>
  {/each}
</ul>

<style>
  ul {
    display: grid;
    gap: 0.5rem;
  }
  li {
    display: flex;
    gap: 0.75rem;
    align-items: flex-start;
  }
  b {
    font-weight: 600;
  }
</style>
