<script lang="ts">
  import { worksAs, type WorksAs } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'

  /** What the business is to those it works for, and whom they write to there: read where others find it and are asked by it. */
  const acting = getActing()
  const doing = new Doing()
  const params = $derived({ path: { business: acting.number } })
  const found = createQuery(() => ({
    queryKey: ['business', acting.number],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}', { params })),
  }))
  let works = $derived(found.data?.worksAs ?? '')
  let name = $derived(found.data?.contact?.name ?? '')
  let address = $derived(found.data?.contact?.address ?? '')
  let telephone = $derived(found.data?.contact?.telephone ?? '')

  function keep(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async () => {
      const contact = address.trim()
        ? { name: name.trim(), address: address.trim(), telephone: telephone.trim() || null }
        : null
      const body = { worksAs: (works || null) as WorksAs | null, contact }
      return (await answerOf(service.PUT('/v1/businesses/{business}/profile', { params, body }))).result
    })
  }
</script>

<section class="span section">
  <h2 class="margin">Who you are</h2>
  <form onsubmit={keep}>
    <label class="field"
      ><span>What you are to those you work for</span>
      <select class="select" name="works-as" bind:value={works}>
        <option value="">nothing in particular</option>
        {#each worksAs as one (one)}<option value={one}>{one}</option>{/each}
      </select></label
    >
    <Field name="contact-name" term="Whom they write to" maxlength={80} bind:value={name} required={address !== ''} />
    <Field
      name="contact-address"
      type="email"
      term="By e-mail"
      maxlength={254}
      bind:value={address}
      required={name !== ''}
    />
    <Field
      name="contact-telephone"
      type="tel"
      term="By telephone, if you like"
      placeholder="+351 21 000 0000"
      maxlength={40}
      bind:value={telephone}
    />
    <Outcome {doing} />
    <p><button class="btn" disabled={doing.busy || !found.data}>Keep it</button></p>
  </form>
</section>

<style>
  form {
    display: grid;
    gap: 0.875rem;
    max-width: 34rem;
  }
</style>
