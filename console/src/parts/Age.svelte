<script lang="ts">
  import { sayAge, sayInstant, Temporal } from '@famiglia/core'

  /** How long ago, or how far ahead; the exact instant on hover. */
  let { at, zone, words }: { at: string; zone: string; words?: string } = $props()

  const instant = $derived(Temporal.Instant.from(at))
  const said = $derived(words ?? sayAge(instant, Temporal.Now.instant()))
</script>

<time datetime={at} title={sayInstant(instant, zone)}>{said}</time>
