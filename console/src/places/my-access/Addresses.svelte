<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'

  /** One's verified addresses: invitations to any of them are one's own. */
  const doing = new Doing()
  const addresses = createQuery(() => ({
    queryKey: ['my addresses'],
    queryFn: async () => answerOf(service.GET('/v1/me/addresses')),
  }))
  let wanted = $state('')

  function add(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async () => {
      const { sentTo } = await answerOf(service.POST('/v1/me/addresses', { body: { address: wanted } }))
      wanted = ''
      return `A letter is on its way to ${sentTo}. Follow its link within a day.`
    })
  }

  const main = (address: string) =>
    doing.run(async () => {
      await answerOf(service.PUT('/v1/me/addresses/{address}/main', { params: { path: { address } } }))
      return `Letters go to ${address} from now on.`
    })
  const remove = (address: string) =>
    doing.run(async () => {
      await answerOf(service.DELETE('/v1/me/addresses/{address}', { params: { path: { address } } }))
      return `${address} is removed.`
    })
</script>

<div>
  {#each addresses.data?.items ?? [] as one (one.address)}
    <p class="row">
      <b>{one.address}</b>
      {#if one.main}<span>letters go here</span>{:else}<span
          ><button class="quiet" onclick={() => main(one.address)}>Letters here</button>
          <button class="quiet" onclick={() => remove(one.address)}>Remove</button></span
        >{/if}
    </p>
  {/each}
  <form onsubmit={add}>
    <Field name="address" term="Another address of yours" type="email" required bind:value={wanted} />
    <button class="btn btn-sm" disabled={doing.busy}>Add it</button>
  </form>
  <Outcome {doing} label="Add it" />
</div>

<style>
  .row {
    display: flex;
    gap: 1rem;
    padding: 0.25rem 0;
    border-bottom: 1px solid var(--rule);
    max-width: 40rem;
    justify-content: space-between;
    flex-wrap: wrap;
  }
  form {
    display: flex;
    gap: 0.75rem;
    align-items: end;
    margin-top: 0.75rem;
  }
</style>
