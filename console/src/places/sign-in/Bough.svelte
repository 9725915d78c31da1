<script lang="ts">
  import type { HeldAs } from '@famiglia/core'
  import TierMark from '../../parts/TierMark.svelte'

  const branches: readonly (readonly [d: string, width: number, dashes?: string])[] = [
    ['M212 640C212 560 204 520 204 452', 12],
    ['M204 460C204 396 236 372 236 300', 8.5],
    ['M204 470C204 400 128 404 128 330', 7],
    ['M236 310C236 250 296 262 296 196', 5.5],
    ['M236 312C236 240 206 226 206 150', 5.5],
    ['M128 338C128 290 72 296 72 246', 4],
    ['M128 336C128 280 158 268 158 218', 3.8],
    ['M296 206C296 160 344 164 344 122', 1.8],
    ['M296 204C296 150 270 136 270 92', 5],
    ['M206 158C206 112 176 106 176 66', 1.8],
    ['M206 156C206 104 222 88 222 44', 3.8],
    ['M72 252C72 222 44 222 44 192', 1.8],
    ['M72 252C72 214 98 206 98 170', 2.6],
    ['M229 372C240 352 300 372 316 336', 2.5],
    ['M208 560C204 524 268 530 282 490', 2, '.1 6'],
  ]
  const marks: readonly (readonly [x: number, y: number, size: number, tier: string | null, how: HeldAs])[] = [
    [44, 176, 34, 'watch', 'own'],
    [98, 154, 34, 'draft', 'own'],
    [158, 200, 38, 'run', 'through'],
    [176, 50, 34, 'watch', 'through'],
    [222, 26, 38, 'run', 'own'],
    [270, 74, 40, 'steward', 'own'],
    [344, 104, 34, 'watch', 'waiting'],
    [326, 318, 34, null, 'own'],
    [290, 470, 34, 'draft', 'idle'],
  ]
</script>

<svg
  class="bough"
  viewBox="0 0 400 640"
  preserveAspectRatio="xMaxYMax meet"
  fill="none"
  stroke="currentColor"
  stroke-linecap="round"
  aria-hidden="true"
>
  {#each branches as [d, width, dashes] (d)}<path {d} stroke-width={width} stroke-dasharray={dashes} />{/each}
  {#each marks as [x, y, size, tier, how] (`${x} ${y}`)}
    <foreignObject x={x - size / 2} y={y - size / 2} width={size} height={size} stroke="none"
      ><span style:--mark="{size}px"><TierMark {tier} {how} /></span></foreignObject
    >
  {/each}
</svg>

<style>
  .bough {
    color: var(--color-primary);
    width: 23rem;
    position: absolute;
    right: 2.5rem;
    bottom: 0;
    height: calc(100% - 1.5rem);
  }
  span :global(.mark) {
    width: var(--mark);
    height: var(--mark);
    color: var(--color-primary);
    display: block;
  }
  @media (max-width: 1180px) {
    .bough {
      display: none;
    }
  }
</style>
