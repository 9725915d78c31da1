<script lang="ts">
  import { knownPurposes } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import QRCode from 'qrcode'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Icon from '../../parts/Icon.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'
  import Profile from './Profile.svelte'
  import FamilyTabs from './FamilyTabs.svelte'

  /** The calling card: a page and a link with the business's number and what it asks its clients for. */
  const acting = getActing()
  const doing = new Doing()
  const path = $derived({ business: acting.number })
  const found = createQuery(() => ({
    queryKey: ['card', acting.number],
    queryFn: async () => (await answerOf(service.GET('/v1/businesses/{business}/card', { params: { path } }))).card,
  }))
  const card = $derived(found.data ?? null)
  let introduction = $state('')
  let contact = $state('')
  let reasons: Record<string, string> = $state({})
  let picture = $state('')
  let begun = $state(false)

  $effect(() => {
    if (begun || found.data === undefined) return
    begun = true
    introduction = card?.introduction ?? ''
    contact = card?.contact ?? acting.me?.person.address ?? ''
    reasons = Object.fromEntries(card?.purposes.map(one => [one.name, one.reason]) ?? [])
  })
  $effect(() => {
    if (card) void QRCode.toDataURL(card.url, { margin: 1, width: 176 }).then(made => (picture = made))
  })

  function choose(name: string, chosen: boolean) {
    const { [name]: _gone, ...others } = reasons
    reasons = chosen ? { ...others, [name]: '' } : others
  }

  function publish(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async () => {
      const purposes = Object.entries(reasons).map(([name, reason]) => ({ name, reason }))
      await answerOf(
        service.PUT('/v1/businesses/{business}/card', { params: { path }, body: { introduction, contact, purposes } }),
      )
      return 'Published. Anyone who opens its link sees just this, and can begin an offer from it.'
    })
  }
  const takeBack = () =>
    doing.run(async () => {
      await answerOf(service.DELETE('/v1/businesses/{business}/card', { params: { path } }))
      return 'Taken back: its link leads nowhere now.'
    })
</script>

<svelte:head><title>Calling card · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Calling card</p>
    <div>
      <h1 class="title">
        {card ? 'Your calling card is out.' : 'Give your clients one link instead of a number to type.'}
      </h1>
      <FamilyTabs here="card" />
    </div>
  </div>
  {#if card}
    <section class="span section">
      <h2 class="margin">To pass on</h2>
      <div class="out">
        {#if picture}<img
            src={picture}
            width="176"
            height="176"
            alt="The link of your calling card as a QR code"
          />{/if}
        <div>
          <p><a href="/card/{card.number}">{card.url}</a></p>
          <p class="acts">
            <button class="btn btn-sm" onclick={() => navigator.clipboard.writeText(card.url)}
              ><Icon name="copy" /> Copy the link</button
            >
            <a class="btn btn-sm" href="/v1/cards/{card.number}/vcard" download>As a vCard</a>
            <button class="quiet bad" disabled={doing.busy} onclick={takeBack}>Take it back</button>
          </p>
        </div>
      </div>
    </section>
  {/if}
  <section class="span section">
    <h2 class="margin">What it says</h2>
    <form onsubmit={publish}>
      <Field name="introduction" term="Who you are, in a sentence" required maxlength={600} bind:value={introduction} />
      <Field name="contact" term="Whom clients write to" required maxlength={200} bind:value={contact} />
      <fieldset>
        <legend>What you need of a client, and why</legend>
        {#each knownPurposes as purpose (purpose.name)}
          <label class="check"
            ><input
              type="checkbox"
              class="checkbox checkbox-sm"
              checked={purpose.name in reasons}
              onchange={event => choose(purpose.name, event.currentTarget.checked)}
            />
            <i>{purpose.name}</i></label
          >
          {#if purpose.name in reasons}<Field
              name="reason {purpose.name}"
              term="Why you need it"
              required
              maxlength={300}
              bind:value={() => reasons[purpose.name] ?? '', said => (reasons[purpose.name] = said)}
            />{/if}
        {/each}
      </fieldset>
      <Outcome {doing} />
      <p>
        <button class="btn btn-primary" disabled={doing.busy || Object.keys(reasons).length === 0}
          >{card ? 'Publish the change' : 'Publish it'}</button
        >
      </p>
    </form>
  </section>
  <Profile />
</main>

<style>
  .out {
    display: flex;
    gap: 1.25rem;
    align-items: center;
    flex-wrap: wrap;
  }
  img {
    border-radius: 3px;
  }
  .acts {
    display: flex;
    gap: 0.75rem;
    align-items: center;
    flex-wrap: wrap;
    margin-top: 0.75rem;
  }
  form {
    display: grid;
    gap: 0.875rem;
    max-width: 40rem;
  }
  form :global(.input) {
    width: 100%;
  }
  fieldset {
    display: grid;
    gap: 0.375rem;
  }
  legend {
    margin-bottom: 0.375rem;
  }
  .check {
    display: flex;
    gap: 0.625rem;
    align-items: center;
    cursor: pointer;
  }
</style>
