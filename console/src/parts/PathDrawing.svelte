<script lang="ts">
  import TierMark from './TierMark.svelte'
  import { thicknessOf } from './thickness'

  /** Every path from the owner to the person. Thickness is the level; a path that does not count is dotted, with its reason. */
  interface Path {
    readonly counts: boolean
    readonly named: readonly string[]
    readonly tier: string | null
    readonly through: string
    readonly via: readonly string[]
    readonly reason: string | null
  }
  let { paths, from, owner, to }: { paths: readonly Path[]; from: string; owner: string; to: string } = $props()

  const width = 340
  const tallest = $derived(Math.max(1, ...paths.map(path => Math.max(1, path.via.length))))
  const height = $derived(40 + tallest * 56)
  const middle = width / 2
  const columns = $derived(paths.map((_path, index) => ((index + 0.5) * width) / paths.length))
  const curve = (x: number) =>
    `M${middle} 0C${middle} 22 ${x} 10 ${x} 34V${height - 34}C${x} ${height - 10} ${middle} ${height - 22} ${middle} ${height}`
  const stations = (path: Path) =>
    path.via.length > 0 ? path.via : [path.through === 'owner' ? 'by standing' : 'own grant']
</script>

<figure aria-label="The paths, drawn">
  <figcaption><b>{from}</b><small>{owner} owns it</small></figcaption>
  <div class="drawn" style:height="{height}px" style:width="{width}px">
    <svg viewBox="0 0 {width} {height}" aria-hidden="true" fill="none" stroke="currentColor" stroke-linecap="round">
      {#each paths as path, index (index)}
        <path
          d={curve(columns[index]!)}
          stroke-width={path.counts ? thicknessOf(path.tier) : 2}
          stroke-dasharray={path.counts ? undefined : '.1 5'}
        />
      {/each}
    </svg>
    {#each paths as path, index (index)}
      <div class="stations" style:left="{columns[index]}px" style:max-width="{width / paths.length - 8}px">
        <span class="mark"
          ><TierMark tier={path.tier} actions={path.named.length} how={path.counts ? 'own' : 'idle'} /></span
        >
        {#each stations(path) as name, place (place)}<span class="station">{name}</span>{/each}
        {#if path.reason}<i>{path.reason}</i>{/if}
      </div>
    {/each}
  </div>
  <figcaption><b>{to}</b></figcaption>
</figure>

<style>
  figure {
    display: grid;
    justify-items: center;
    margin: 0.75rem 0;
    text-align: center;
  }
  figcaption b {
    font: 600 1.0625rem/1.375rem var(--font-serif);
    display: block;
  }
  small {
    color: var(--ink-2);
    font-size: 0.875rem;
  }
  .drawn {
    position: relative;
    max-width: 100%;
    --tm-bg: var(--color-base-100);
  }
  svg {
    width: 100%;
    height: 100%;
  }
  .stations {
    position: absolute;
    top: 30px;
    bottom: 30px;
    transform: translateX(-50%);
    display: grid;
    align-content: space-evenly;
    justify-items: center;
    gap: 0.125rem;
  }
  .station,
  .mark,
  i {
    background: var(--color-base-100);
    padding: 0 0.375rem;
    line-height: 1.375rem;
  }
  .station {
    font-weight: 600;
  }
  i {
    font: italic 400 0.875rem/1.125rem var(--font-serif);
    color: var(--ink-2);
  }
</style>
