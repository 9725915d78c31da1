<script lang="ts">
  import { sayDate, sayEnd, Temporal } from '@famiglia/core'
  import type { Schemas } from '../../reach/service'

  /** The next three months as a line: what ends or begins, and when. On a phone it is a list. */
  let { days, zone }: { days: Schemas['Desk']['days']; zone: string } = $props()

  const long = 90
  const levels = 3
  const now = Temporal.Now.instant()
  /** How much of the line a label takes, in hundredths. */
  const wide = 29
  const partOf = (instant: Temporal.Instant) => (instant.since(now).total('hours') / 24 / long) * 100
  const withoutYear = (date: string) => date.replace(/ \d{4}$/, '')
  /** The latest stand lowest: what is told of an earlier day then passes above their stems. */
  const marks = $derived.by(() => {
    const begun: number[] = Array.from({ length: levels }, () => Infinity)
    return [...days]
      .reverse()
      .map(({ at, begins, said }) => {
        const instant = Temporal.Instant.from(at)
        const left = Math.max(1, Math.min(99, partOf(instant)))
        const isLate = left > 70
        const [from, to] = isLate ? [left - wide, left] : [left, left + wide]
        const level = begun.findIndex(start => to <= start)
        if (level >= 0) begun[level] = from
        const date = withoutYear(begins ? sayDate(instant, zone) : sayEnd(instant, zone))
        return { left, begins, said, isLate, level, date }
      })
      .reverse()
  })
  const months = $derived.by(() => {
    const today = now.toZonedDateTimeISO(zone).toPlainDate()
    return [1, 2, 3]
      .map(add => today.with({ day: 1 }).add({ months: add }))
      .map(first => ({
        name: first.toLocaleString('en', { month: 'long' }),
        left: (today.until(first).days / long) * 100,
      }))
      .filter(({ left }) => left < 97)
  })
</script>

{#if marks.length > 0}
  <section class="span" aria-label="The next three months">
    <ol class="line" style:--levels={Math.max(...marks.map(mark => mark.level)) + 1}>
      {#each marks as mark, index (index)}
        <li
          class={{ late: mark.isLate, silent: mark.level < 0, begins: mark.begins }}
          style:left="{mark.left}%"
          style:--level={Math.max(mark.level, 0)}
          title="{mark.date}: {mark.said}"
        >
          <span class="told"><b>{mark.date}</b> <span dir="ltr">{mark.said}</span></span>
        </li>
      {/each}
    </ol>
    <p class="scale" aria-hidden="true">
      <span style:left="0">today</span>{#each months as { name, left } (name)}<span style:left="{left}%">{name}</span
        >{/each}
    </p>
  </section>
{/if}

<style>
  section {
    display: block;
    grid-column: 2;
    margin-top: 0.5rem;
  }
  .line {
    position: relative;
    height: calc(0.25rem + var(--levels) * 2.75rem);
    border-bottom: 1px solid currentColor;
    list-style: none;
  }
  li {
    position: absolute;
    bottom: -0.3125rem;
    height: calc(2.5rem + var(--level) * 2.75rem);
    border-left: 1px solid var(--rule-strong);
  }
  li::after {
    content: '';
    position: absolute;
    bottom: 0;
    left: -0.3125rem;
    width: 0.625rem;
    height: 0.625rem;
    border-radius: 50%;
    background: var(--color-base-content);
  }
  li.begins::after {
    background: var(--color-base-200);
    border: 1.5px solid currentColor;
  }
  .told {
    position: absolute;
    top: -0.25rem;
    left: 0.625rem;
    width: max-content;
    max-width: 19rem;
    font-size: 0.9063rem;
    line-height: 1.1875rem;
    background: var(--color-base-200);
  }
  .late .told {
    left: auto;
    right: 0.625rem;
    text-align: right;
  }
  .told b,
  .told span {
    display: block;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .told b {
    font-weight: 600;
  }
  .silent {
    height: 1rem;
  }
  .silent .told {
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
  .scale {
    position: relative;
    height: 1.5rem;
    font: italic 400 1rem/1.5rem var(--font-serif);
    color: var(--ink-2);
  }
  .scale span {
    position: absolute;
  }
  @media (max-width: 900px) {
    section {
      grid-column: 1;
    }
    .line {
      height: auto;
      border: none;
    }
    li,
    li.silent {
      position: static;
      height: auto;
      border: none;
      padding: 0.125rem 0;
    }
    li::after,
    .scale {
      display: none;
    }
    .told,
    .late .told,
    .silent .told {
      position: static;
      display: grid;
      grid-template-columns: 7.5rem minmax(0, 1fr);
      width: auto;
      height: auto;
      max-width: none;
      clip-path: none;
      background: none;
      text-align: left;
    }
    .told span {
      white-space: normal;
    }
  }
</style>
