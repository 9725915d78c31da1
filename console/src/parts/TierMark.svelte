<script lang="ts">
  import { heldAsInWords, type HeldAs } from '@famiglia/core'

  /** A tier by its shape and letter, never by colour alone; its fill tells how it is held. */
  interface Props {
    /** The tier; without one, actions by name: a lozenge with their count. */
    tier: string | null
    actions?: number
    how?: HeldAs
    /** A notch: what is earned with it is not shown. */
    hidesRevenue?: boolean
    size?: 's' | 'm' | 'l'
  }
  let { tier, actions = 1, how = 'own', hidesRevenue = false, size = 'm' }: Props = $props()

  const shapes: Record<
    string,
    { path: string; notched: string; letter: string; at: [x: number, y: number]; waiting: [x: number, y: number] }
  > = {
    watch: {
      path: 'M14 2a12 12 0 1 1 0 24a12 12 0 0 1 0-24Z',
      notched: 'M2.7 10A12 12 0 1 1 2.7 18A4 4 0 0 0 2.7 10Z',
      letter: 'W',
      at: [14, 19],
      waiting: [17.6, 18.6],
    },
    draft: {
      path: 'M4 2.5H17L25 10.5V25.5H4Z',
      notched: 'M4 2.5H17L25 10.5V25.5H4V18A4 4 0 0 0 4 10Z',
      letter: 'D',
      at: [14.2, 20],
      waiting: [18, 20],
    },
    run: {
      path: 'M2 3.5H16L26.5 14L16 24.5H2Z',
      notched: 'M2 3.5H16L26.5 14L16 24.5H2V18A4 4 0 0 0 2 10Z',
      letter: 'R',
      at: [12.6, 19.2],
      waiting: [16.2, 19.2],
    },
    steward: {
      path: 'M14 1.5L26 11V26.5H2V11Z',
      notched: 'M14 1.5L26 11V26.5H2V22.5A4 4 0 0 0 2 14.5V11Z',
      letter: 'S',
      at: [14, 22],
      waiting: [18, 22],
    },
  }
  const lozenge = $derived({
    path: 'M14 .8L27.2 14L14 27.2L.8 14Z',
    notched: 'M4.8 10L14 .8L27.2 14L14 27.2L4.8 18A4 4 0 0 0 4.8 10Z',
    letter: String(actions),
    at: [14, 18.8] as [number, number],
    waiting: [17.2, 18.4] as [number, number],
  })
  const shape = $derived(shapes[tier ?? ''] ?? lozenge)
  const path = $derived(hidesRevenue ? shape.notched : shape.path)
  const words = $derived(
    `${tier ?? (actions === 1 ? 'a single right' : `${actions} single rights`)}, ${heldAsInWords[how]}${hidesRevenue ? ', revenue hidden' : ''}`,
  )
  const place = $derived(how === 'waiting' ? shape.waiting : shape.at)
</script>

<svg class={['mark', size]} viewBox="0 0 28 28" role="img" aria-label={words}>
  {#if how === 'own'}
    <path d={path} fill="currentColor" />
  {:else if how === 'waiting'}
    <path d={path} class="paper" />
    <path d={path} fill="currentColor" clip-path="url(#waiting-part)" />
    <path d={path} class="line" />
  {:else if how === 'through'}
    <path d={path} class="paper" />
    <path d={path} fill="url(#hatch)" />
    <path d={path} class="line" />
  {:else}
    <path d={path} class="dots" />
  {/if}
  <text x={place[0]} y={place[1]} text-anchor="middle" class={how}>{shape.letter}</text>
</svg>

<style>
  .mark {
    display: inline-block;
    width: 1.5rem;
    height: 1.5rem;
    flex: none;
    color: var(--color-base-content);
    overflow: visible;
    vertical-align: -0.375em;
  }
  .s {
    width: 1.375rem;
    height: 1.375rem;
    vertical-align: -0.33em;
  }
  .l {
    width: 2rem;
    height: 2rem;
  }
  text {
    font: 700 14.5px var(--font-sans);
    fill: currentColor;
  }
  text.own,
  .paper {
    fill: var(--tm-bg, var(--color-base-200));
  }
  text.waiting {
    font-size: 13px;
  }
  text.through {
    stroke: var(--tm-bg, var(--color-base-200));
    stroke-width: 4.5px;
    stroke-linejoin: round;
    paint-order: stroke;
  }
  .line {
    fill: none;
    stroke: currentColor;
    stroke-width: 1.7;
  }
  .dots {
    fill: var(--tm-bg, var(--color-base-200));
    stroke: currentColor;
    stroke-width: 2.1;
    stroke-dasharray: 0.1 3.6;
    stroke-linecap: round;
  }
</style>
