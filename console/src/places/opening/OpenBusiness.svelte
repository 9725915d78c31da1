<script lang="ts">
  import { Temporal } from '@famiglia/core'
  import PlainPage from '../../frame/PlainPage.svelte'
  import Field from '../../parts/Field.svelte'
  import Slip from '../../parts/Slip.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { createQuery } from '@tanstack/svelte-query'
  import ProofFields from '../../parts/ProofFields.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, fetchMe, idempotencyKey, service } from '../../reach/service'
  import { navigate } from '../../router'

  /** Opening a business: by a letter for who is new, at once for who has a sign-in. */
  const me = createQuery(() => ({
    queryKey: ['me, if anybody'],
    queryFn: async () => fetchMe().catch(() => null),
    refetchInterval: false as const,
  }))
  const doing = new Doing()
  const key = idempotencyKey()

  let business = $state({ name: '', town: '', zone: Temporal.Now.timeZoneId() })
  let person = $state({ name: '', address: '' })
  let sentTo = $state('')
  let failed: unknown = $state(null)

  async function ask(event: SubmitEvent) {
    event.preventDefault()
    failed = null
    try {
      sentTo = (await answerOf(service.POST('/v1/openings', { body: { business, person } }))).sentTo
    } catch (error) {
      failed = error
    }
  }

  const open = () =>
    doing.run(async () => {
      const opened = await answerOf(service.POST('/v1/me/businesses', { body: business, headers: key }))
      void navigate('/:business/desk', { params: { business: opened.number } })
    })
</script>

<svelte:head><title>Open a business · Famiglia</title></svelte:head>
<PlainPage>
  <div class="span page-top">
    <p class="margin">A new business</p>
    <h1 class="title">Open a business, and be its first admin.</h1>
  </div>
  <div class="section">
    {#if sentTo}
      <Slip tone="fine"
        >A letter is on its way to {sentTo}. Follow its link within 24 hours, and choose a password there.</Slip
      >
    {:else if me.data}
      <form onsubmit={event => (event.preventDefault(), open())}>
        <p class="sub">You are signed in as {me.data.person.name}: you will be its admin.</p>
        <Field name="business" term="Name of the business" required maxlength={80} bind:value={business.name} />
        <Field name="town" term="Town" required maxlength={80} bind:value={business.town} />
        <Field name="zone" term="Time zone: dates mean whole days there" required bind:value={business.zone} />
        <p><button class="btn btn-primary" disabled={doing.busy}>Open it</button></p>
      </form>
      {#if doing.asking}<ProofFields
          person={me.data.person}
          busy={doing.busy}
          label="Open it"
          onprove={proof => doing.prove(proof)}
        />{/if}
      {#if doing.failed}<Trouble error={doing.failed} />{/if}
    {:else if !me.isPending}
      <form onsubmit={ask}>
        <Field name="business" term="Name of the business" required maxlength={80} bind:value={business.name} />
        <Field name="town" term="Town" required maxlength={80} bind:value={business.town} />
        <Field name="zone" term="Time zone: dates mean whole days there" required bind:value={business.zone} />
        <Field name="name" term="Your name" required maxlength={80} autocomplete="name" bind:value={person.name} />
        <Field
          name="address"
          term="Your e-mail address"
          type="email"
          required
          autocomplete="email"
          bind:value={person.address}
        />
        {#if failed}<Trouble error={failed} />{/if}
        <p>
          <button class="btn btn-primary">Send me the letter</button>
          <a class="quiet" href="/sign-in">I have a sign-in</a>
        </p>
      </form>
    {/if}
  </div>
</PlainPage>

<style>
  form {
    display: grid;
    gap: 0.875rem;
    max-width: 28rem;
  }
  .quiet {
    margin-left: 1rem;
  }
</style>
