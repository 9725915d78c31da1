<script lang="ts">
  import { sayInstant, Temporal } from '@famiglia/core'
  import Steps from '../../parts/Steps.svelte'
  import type { Step } from '../../parts/steps'
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
  const steps: readonly Step[] = $derived.by(() => {
    const { state, sentAt, sentBy, acceptedAt, acceptedBy, completesAt, endedAt, endedBy } = handover
    const sent: Step = {
      form: 'done',
      head: at(sentAt),
      words: handover.isContested
        ? `${sentBy} contested it, and ${handover.from.name} did not say no`
        : `${sentBy} wrote and signed it`,
    }
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

<Steps {steps} label="How far it is" />
