<script lang="ts">
  import { sayAge, sayInstant, Temporal } from '@famiglia/core'

  /** How long ago, or how far ahead; the exact instant on hover. */
  let { at, zone }: { at: string; zone: string } = $props()

  const instant = $derived(Temporal.Instant.from(at))
  const said = $derived(sayAge(instant, Temporal.Now.instant()))
</script>

<time datetime={at} title={sayInstant(instant, zone)}>{said}</time>
