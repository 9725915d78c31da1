<script lang="ts">
  import { Temporal } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, idempotencyKey, service } from '../../reach/service'

  /** Opening a business for a client who has no account yet; and handing its chair over, once there is one in trust. */
  const acting = getActing()
  const business = createQuery(() => ({
    queryKey: ['business', acting.number],
    queryFn: async () =>
      answerOf(service.GET('/v1/businesses/{business}', { params: { path: { business: acting.number } } })),
  }))
  const trustee = $derived(business.data?.trustee ?? null)
  const opening = new Doing()
  const handing = new Doing()
  let name = $state('')
  let town = $state('')
  let zone = $state(Temporal.Now.timeZoneId())
  let opened: { number: string; name: string } | null = $state(null)
  let address = $state('')
  let note = $state('')

  function open(event: SubmitEvent) {
    event.preventDefault()
    void opening.run(async () => {
      opened = await answerOf(
        service.POST('/v1/businesses/{business}/in-trust', {
          params: { path: { business: acting.number } },
          body: { name, town, zone },
          headers: idempotencyKey(),
        }),
      )
      return `Opened ${opened.name} (${opened.number}). You are its admin until its owner takes it over.`
    })
  }

  function hand(event: SubmitEvent) {
    event.preventDefault()
    void handing.run(
      async () =>
        (
          await answerOf(
            service.POST('/v1/businesses/{business}/chair', {
              params: { path: { business: acting.number } },
              body: { address, ...(note.trim() ? { note: note.trim() } : {}) },
            }),
          )
        ).result,
    )
  }
</script>

<svelte:head><title>For a client · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">For a client</p>
    <div>
      <h1 class="title">Open a business for a client who has none here yet</h1>
      <p class="sub">
        What you build for them is theirs from the first day. You run it as admin; when they take it over by invitation,
        you keep what they leave you.
      </p>
    </div>
  </div>
  <section class="span section">
    <h2 class="margin">Open it</h2>
    <form onsubmit={open}>
      <Field
        name="name"
        term="The client’s name, as others will see it"
        required
        minlength={2}
        maxlength={80}
        bind:value={name}
      />
      <Field name="town" term="Town" required maxlength={80} bind:value={town} />
      <Field name="zone" term="Time zone" required bind:value={zone} />
      <Outcome doing={opening} />
      <p>
        {#if opened}<a class="btn btn-primary" href="/{opened.number}/bring-in">Bring in what you build for them</a>
        {:else}<button class="btn btn-primary" disabled={opening.busy}>Open it for them</button>{/if}
      </p>
    </form>
  </section>
  {#if trustee}
    <section class="span section">
      <h2 class="margin">Hand it over</h2>
      <form onsubmit={hand}>
        <p>
          Acting for a business that you opened for a client, invite its owner to take it over. Once they accept, your
          people are no longer in it. You act for <b>{acting.business?.name}</b> now.
        </p>
        <Field name="address" term="The owner’s e-mail address" type="email" required bind:value={address} />
        <Field name="note" term="A personal note, if you like" maxlength={1000} bind:value={note} />
        <Outcome doing={handing} label="Hand it over" ending />
        <p><button class="btn end" disabled={handing.busy}>Hand over {acting.business?.name}</button></p>
      </form>
    </section>
  {/if}
</main>

<style>
  form {
    display: grid;
    gap: 0.875rem;
    max-width: 34rem;
  }
</style>
