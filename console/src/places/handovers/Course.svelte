<script lang="ts">
  import { sayInstant, Temporal } from '@famiglia/core'
  import type { Schemas } from '../../reach/service'

  /** How far a handover is, on a line: written, signed, cooling off, completed or stopped. */
  let { handover, zone }: { handover: Schemas['Handover']; zone: string } = $props()

  const at = (instant: string) => sayInstant(Temporal.Instant.from(instant), zone)
  const hours = $derived.by(() => {
    if (!handover.acceptedAt || !handover.completesAt) return null
    const [begin, end] = [Temporal.Instant.from(handover.acceptedAt), Temporal.Instant.from(handover.completesAt)]
    const span = (from: Temporal.Instant, to: Temporal.Instant) =>
      Math.max(0, Math.ceil((to.epochMilliseconds - from.epochMilliseconds) / 3_600_000))
    return { left: span(Temporal.Now.instant(), end), all: span(begin, end) }
  })
  type Step = { readonly form: 'done' | 'now' | 'then'; readonly head: string; readonly words: string }
  const steps: readonly Step[] = $derived.by(() => {
    const { state, sentAt, sentBy, acceptedAt, acceptedBy, completesAt, endedAt, endedBy } = handover
    const sent: Step = { form: 'done', head: at(sentAt), words: `${sentBy} wrote and signed it` }
    if (!acceptedAt)
      return [
        { ...sent, form: state === 'open' ? 'now' : 'done' },
        { form: 'then', head: state === 'open' ? 'not yet' : state, words: `${handover.to.name} has to agree` },
        { form: 'then', head: 'once they approve', words: 'it cools off; either side can stop it' },
        { form: 'then', head: 'then', words: 'completes by itself, in one step' },
      ]
    const signed: Step = { form: 'done', head: at(acceptedAt), words: `${acceptedBy} signed` }
    if (state === 'stopped')
      return [
        sent,
        signed,
        { form: 'now', head: at(endedAt!), words: endedBy ? `${endedBy} stopped it` : 'it was stopped' },
      ]
    if (state === 'completed')
      return [sent, signed, { form: 'now', head: at(endedAt!), words: 'completed, in one step' }]
    return [
      sent,
      signed,
      {
        form: 'now',
        head: `${hours!.left} of ${hours!.all} hours left`,
        words: 'cooling off; either side can stop it',
      },
      { form: 'then', head: at(completesAt!), words: 'completes by itself, in one step' },
    ]
  })
</script>

<ol aria-label="How far it is">
  {#each steps as { form, head, words } (words)}<li class={form}><b>{head}</b> {words}</li>{/each}
</ol>

<style>
  ol {
    display: grid;
    grid-auto-flow: column;
    grid-auto-columns: minmax(0, 1fr);
    gap: 1rem;
    padding: 0.25rem 0 1rem;
  }
  li {
    position: relative;
    padding-top: 1.5rem;
    font-size: 0.9375rem;
    line-height: 1.375rem;
  }
  li::before {
    content: '';
    position: absolute;
    z-index: 1;
    top: 0.25rem;
    left: 0;
    width: 0.75rem;
    height: 0.75rem;
    border: 1.5px solid currentColor;
    border-radius: 50%;
    background: var(--color-base-200);
  }
  li:not(:last-child)::after {
    content: '';
    position: absolute;
    top: 0.5625rem;
    left: 0.75rem;
    right: -1rem;
    border-top: 2px dotted currentColor;
  }
  .done::before {
    background: currentColor;
  }
  li.done:not(:last-child)::after {
    border-top-style: solid;
  }
  .now::before {
    background: var(--color-primary);
    box-shadow:
      0 0 0 2px var(--color-base-200),
      0 0 0 4px var(--color-primary);
  }
  b {
    display: block;
    font-weight: 600;
  }
  @media (max-width: 900px) {
    ol {
      grid-auto-flow: row;
      gap: 0.5rem;
    }
    li {
      padding: 0 0 0 1.5rem;
    }
    li:not(:last-child)::after {
      top: 1rem;
      bottom: -0.75rem;
      left: 0.3125rem;
      right: auto;
      border-top: 0;
      border-left: 2px dotted currentColor;
    }
    li.done:not(:last-child)::after {
      border-left-style: solid;
    }
  }
</style>
