<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'

  /** Whether what partners offer waits for a yes, or takes effect at once. */
  const acting = getActing()
  const doing = new Doing()
  const path = $derived({ business: acting.number })
  const found = createQuery(() => ({
    queryKey: ['business', acting.number],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}', { params: { path } })),
  }))
  const choose = (offersAtOnce: boolean) =>
    doing.run(async () => {
      await answerOf(
        service.PUT('/v1/businesses/{business}/offers-at-once', { params: { path }, body: { offersAtOnce } }),
      )
      return offersAtOnce ? 'From now on, offers take effect at once.' : 'From now on, offers wait for your approval.'
    })
</script>

{#if found.data}
  <section class="span section">
    <h2 class="margin">Offers to you</h2>
    <div>
      <label
        ><input
          type="checkbox"
          class="checkbox checkbox-sm"
          checked={found.data.offersAtOnce}
          disabled={doing.busy}
          onchange={event => choose(event.currentTarget.checked)}
        /> take effect at once, without your approval</label
      >
      <Outcome {doing} label="Choose it" />
    </div>
  </section>
{/if}

<style>
  label {
    display: flex;
    gap: 0.625rem;
    align-items: center;
    cursor: pointer;
  }
</style>
