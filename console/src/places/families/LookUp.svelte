<script lang="ts">
  import {
    looksLikeNumber,
    numberedThing,
    readNumber,
    sayContact,
    sayDate,
    sayWhereItWorks,
    Temporal,
  } from '@famiglia/core'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service, type Schemas } from '../../reach/service'

  /**
   * Finds another business by its number. Form, kind and check digits are looked at while it is typed, so that a wrong
   * digit never reaches a stranger; name and town stand there before anything is sent.
   */
  const acting = getActing()
  let number = $state('')
  let found: Schemas['FoundBusiness'] | null = $state(null)
  let failed: unknown = $state(null)

  const reading = $derived(readNumber(number))
  const wrong = $derived.by(() => {
    if (!looksLikeNumber(number) || number.replace(/\D/g, '').length < 10) return null
    if (!reading.ok) return 'A digit is wrong: the two check digits do not fit. Nothing was looked up.'
    if (reading.kind !== 'B') return `That is an ${numberedThing[reading.kind]}’s number; a business’s begins with B.`
    return reading.number === acting.number ? 'That is your own number: it is yours to give out.' : null
  })
  const whole = $derived(reading.ok && reading.kind === 'B' && wrong === null)

  /** Whoever has no number yet is invited to open a business. */
  const inviting = new Doing()
  let address = $state(new URLSearchParams(location.search).get('invite') ?? '')
  let note = $state('')
  let isInviting = $state(new URLSearchParams(location.search).has('invite'))
  function invite(event: SubmitEvent) {
    event.preventDefault()
    void inviting.run(async headers => {
      const told = await answerOf(
        service.POST('/v1/businesses/{business}/business-invitations', {
          params: { path: { business: acting.number } },
          body: { address: address.trim(), ...(note.trim() ? { note: note.trim() } : {}) },
          headers,
        }),
      )
      isInviting = false
      address = note = ''
      return told.result
    })
  }

  async function lookUp(event: SubmitEvent) {
    event.preventDefault()
    failed = null
    found = null
    try {
      found = await answerOf(
        service.POST('/v1/businesses/{business}/look-ups', {
          params: { path: { business: acting.number } },
          body: { number },
        }),
      )
    } catch (error) {
      failed = error
    }
  }
</script>

<section class="span section" aria-label="Look up">
  <h2 class="margin">Look up</h2>
  <div>
    <form onsubmit={lookUp}>
      <Field
        name="number"
        term="A business’s number"
        placeholder="B-4815-1623-97"
        autocomplete="off"
        {wrong}
        hint="They find it in their top bar. Looking up sends nothing, and leaves a trace in your history."
        bind:value={number}
      />
      <button class="btn" disabled={!whole}>Whose is it?</button>
    </form>
    <p class="note">
      <button class="quiet" aria-expanded={isInviting} onclick={() => (isInviting = !isInviting)}
        >They are not here yet</button
      >
    </p>
    {#if isInviting}
      <form class="invite" onsubmit={invite}>
        <Field
          name="invite-address"
          type="email"
          term="Somebody there, by e-mail"
          required
          maxlength={254}
          hint="A letter invites them to open their business, with your number. Nothing is given by it."
          bind:value={address}
        />
        <Field name="invite-note" term="A word to them, if you like" maxlength={500} bind:value={note} />
        <p><button class="btn btn-sm" disabled={inviting.busy}>Invite their business</button></p>
      </form>
    {/if}
    <Outcome doing={inviting} />
    {#if failed}<Trouble error={failed} />{/if}
    {#if found}
      <div class="sheet found" role="status">
        <p class="sentence m">
          <b>{found.name}</b>, {sayWhereItWorks(found)}
        </p>
        <p>
          {found.number}; in Famiglia since {sayDate(Temporal.Instant.from(found.since), acting.zone)}{found.mailDomain
            ? `; its admins write from ${found.mailDomain}`
            : ''}.{found.contact ? ` Write to ${sayContact(found.contact)}.` : ''}
        </p>
        {#each found.shared as line (line)}<p>{line}</p>{:else}<p>There is nothing between you yet.</p>{/each}
        <p class="acts">
          <a class="btn btn-primary btn-sm" href="/{acting.number}/give?who={found.number}">Give them access</a>
          <a class="btn btn-sm" href="/{acting.number}/ask?of={found.number}">Ask them for access</a>
        </p>
      </div>
    {/if}
  </div>
</section>

<style>
  form {
    display: flex;
    gap: 0.75rem;
    align-items: flex-start;
    flex-wrap: wrap;
  }
  .invite {
    display: grid;
    grid-template-columns: minmax(0, 26rem);
    margin-top: 0.5rem;
  }
  form :global(.field) {
    width: 26rem;
    max-width: 100%;
  }
  form :global(.input) {
    width: 100%;
  }
  form .btn {
    margin-top: 1.625rem;
  }
  .found {
    margin-top: 0.75rem;
    padding: 1rem 1.25rem;
    max-width: 40rem;
  }
  .acts {
    display: flex;
    gap: 0.75rem;
    margin-top: 0.75rem;
  }
</style>
