<script lang="ts">
  import { sayShortDate, Temporal } from '@famiglia/core'

  /** A figure day by day, as a small line over its area. */
  interface Props {
    days: readonly number[]
    /** The first and the last day, as ISO 8601 writes dates. */
    from: string
    to: string
    money: string
  }
  let { days, from, to, money }: Props = $props()

  const top = $derived(Math.max(1, ...days) * 1.1)
  const points = $derived(
    days.map(
      (value, index) =>
        `${((index / Math.max(1, days.length - 1)) * 100).toFixed(1)} ${(34 - (value / top) * 34).toFixed(1)}`,
    ),
  )
  const line = $derived(`M${points.join('L')}`)
  const say = (day: string) => sayShortDate(Temporal.PlainDate.from(day).toZonedDateTime('UTC').toInstant(), 'UTC')
</script>

<svg
  viewBox="0 0 100 34"
  preserveAspectRatio="none"
  role="img"
  aria-label="Spend a day, {say(from)} to {say(to)}: between {Math.min(...days)} and {Math.max(...days)} {money}"
  ><path class="area" d="{line}L100 34L0 34Z" /><path d={line} /></svg
>

<style>
  svg {
    width: 100%;
    max-width: 6.5rem;
    height: 2.125rem;
    display: inline-block;
    overflow: visible;
  }
  path {
    fill: none;
    stroke: currentColor;
    stroke-width: 1.5;
    vector-effect: non-scaling-stroke;
  }
  .area {
    fill: var(--rule);
    stroke: none;
  }
  @media (max-width: 900px) {
    svg {
      max-width: none;
    }
  }
</style>
