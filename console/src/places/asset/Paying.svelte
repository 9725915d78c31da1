<script lang="ts">
  import { sayDate, Temporal } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import { answerOf, service, type Schemas } from '../../reach/service'

  /** Who pays for an ad account, since when, and what is agreed for a day to come. */
  let { asset }: { asset: Schemas['Asset'] } = $props()

  const acting = getActing()
  const found = createQuery(() => ({
    queryKey: ['paying', acting.number, asset.number],
    queryFn: async () =>
      answerOf(
        service.GET('/v1/businesses/{business}/assets/{asset}/billing', {
          params: { path: { business: acting.number, asset: asset.number } },
        }),
      ),
  }))
  const paying = $derived(found.data)
</script>

<p>Paid by {asset.paidBy}.</p>
{#if paying}
  <p class="sub">
    {paying.answering} answers for it; so since {sayDate(Temporal.Instant.from(paying.since), acting.zone)}.
  </p>
  {#if paying.planned}<p class="due">{paying.planned.said}.</p>{/if}
  {#if paying.canTakeOver || acting.seesToPayments}<p>
      <a href="/{acting.number}/money?account={encodeURIComponent(paying.text)}"
        >{paying.planned || !paying.canTakeOver
          ? 'See it under Money'
          : paying.canTakeOver === 'by asking'
            ? 'Ask to take it over'
            : 'Change who pays, or with what'}</a
      >
    </p>{/if}
{/if}
