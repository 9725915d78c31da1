<script lang="ts">
  import { endOf, kinds, looksLikeNumber, readNumber, readTyped, sayEnd, Temporal, tiers } from '@famiglia/core'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import WhatWasAsked from './WhatWasAsked.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { assetsOf, partnersOf, peopleOf, purposesOf } from '../../reach/lists'
  import { answerOf, service } from '../../reach/service'

  /** Asking for access in one's own business, for oneself or a colleague, or of another one, in one step, with a reason. */
  const acting = getActing()
  const doing = new Doing()
  const purposes = purposesOf(acting)
  const assets = assetsOf(acting)
  const partners = partnersOf(acting)
  const people = peopleOf(acting)
  const begun = new URLSearchParams(location.search)
  let of = $state(begun.get('of') ?? '')
  let on = $state(begun.get('on') ?? '')
  let given = $state(begun.get('for') ?? 'watch')
  let contact = $state('')
  let whom = $state(begun.get('whom') ?? '')
  /** Said elsewhere already, as a desk says what to ask for to keep something longer. */
  const said = begun.get('wanted')
  /** The last day, typed as people say it. */
  let typed = $state('')
  const read = $derived(typed.trim() ? readTyped(typed, Temporal.Now.plainDateISO(acting.zone)) : null)
  const until = $derived(read ? ('date' in read ? read.date : read.at) : '')
  let reason = $state('')
  let sent = $state(false)
  const isTier = $derived((tiers as readonly string[]).includes(given))
  const wrong = $derived.by(() => {
    if (!of || of.startsWith('business/') || of.replace(/\D/g, '').length < 10) return null
    const reading = readNumber(of)
    if (!reading.ok) return 'A digit is wrong: the two check digits do not fit. Nothing was looked up.'
    if (reading.kind !== 'B') return 'That is an asset’s number: leave this empty and say it under “On what”.'
    return reading.number === acting.number
      ? 'That is your own number. Leave it empty to ask within your business.'
      : null
  })
  const partner = $derived(partners.data?.items.find(one => one.number === of))
  /** What is called so is named in quotes; handles and numbers stand as they are. */
  const sayOn = (text: string) =>
    text
      .split(',')
      .map(one => one.trim())
      .filter(Boolean)
      .map(one => (one.includes('/') || looksLikeNumber(one) || of ? one : `"${one.replaceAll('"', '')}"`))
      .join(', ')
  const wanted = $derived(
    said ??
      [isTier ? given : `"${given}"`, on.trim() ? `on ${sayOn(on)}` : '', until ? `until ${until}` : '']
        .filter(Boolean)
        .join(' '),
  )

  function ask(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async headers => {
      const asked = await answerOf(
        service.POST('/v1/businesses/{business}/asks', {
          params: { path: { business: acting.number } },
          body: {
            wanted,
            reason,
            ...(of.trim() ? { of: of.trim() } : whom.trim() ? { whom: whom.trim() } : {}),
            ...(contact.trim() ? { contact: contact.trim() } : {}),
          },
          headers,
        }),
      )
      sent = true
      return asked.result
    })
  }
</script>

<svelte:head><title>Ask for access · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Ask for access</p>
    <div>
      <h1 class="title">
        {of
          ? `What does ${acting.business?.name} need of ${partner?.name ?? 'them'}?`
          : `What do you need to do for ${acting.business?.name}?`}
      </h1>
      <p class="sub">
        {of
          ? 'It lands on the desk of its admins, and in their mail. They grant it, grant less, or decline and say why; you are told.'
          : 'It lands on the desk of everybody who can give it. They grant it, grant less, or decline and say why.'}
      </p>
    </div>
  </div>
  <form class="section" onsubmit={ask}>
    {#if acting.isAdmin}<Field
        name="of"
        term="Whose is it? Another business’s number; empty: your own"
        placeholder="B-4815-1623-97"
        list="partners"
        {wrong}
        bind:value={of}
      />
      <datalist id="partners"
        >{#each partners.data?.items ?? [] as one (one.number)}<option value={one.number}>{one.name}</option
          >{/each}</datalist
      >{/if}
    {#if !said}<label class="field"
        ><span>To do what</span>
        <select class="select" name="given" bind:value={given}>
          <optgroup label="Purposes"
            >{#each purposes.data?.items ?? [] as purpose (purpose.name)}<option value={purpose.name}
                >{purpose.name}</option
              >{/each}</optgroup
          >
          <optgroup label="Tiers"
            >{#each tiers as tier (tier)}<option value={tier}>{tier}</option>{/each}</optgroup
          >
        </select></label
      >
      <Field
        name="on"
        term="On what"
        list="known"
        required={isTier}
        hint={of
          ? 'By its number, or as page/day-trips.'
          : 'What it is called, or its number, here or on the platform; several parted by commas. What you do not reach yet can be asked for all the same.'}
        bind:value={on}
      />
      <datalist id="known"
        >{#each assets.data?.items ?? [] as asset (asset.number)}<option value={asset.name}
            >{kinds[asset.kind].noun}</option
          >{/each}</datalist
      >
      <Field
        name="until"
        term="Until (left empty: no end)"
        placeholder="6 weeks, end of March, 31 March 2027"
        wrong={typed.trim() && !read ? 'That is no day, or could be two. Write the month as a word.' : null}
        hint={read ? `Until ${sayEnd(endOf(read, acting.zone), acting.zone)}.` : ''}
        bind:value={typed}
      />{/if}
    {#if !of}<Field
        name="whom"
        term="For a colleague, by their address (left empty: you)"
        list="colleagues"
        bind:value={whom}
      />
      <datalist id="colleagues"
        >{#each people.data?.items ?? [] as person (person.id)}<option value={person.address}>{person.name}</option
          >{/each}</datalist
      >{/if}
    <Field name="reason" term="Why you need it" required maxlength={500} bind:value={reason} />
    {#if of}<Field
        name="contact"
        term="Whom they can write to (left empty: you)"
        maxlength={200}
        bind:value={contact}
      />{/if}
    <Outcome {doing} />
    <p>
      <button class="btn btn-primary" disabled={doing.busy || sent || wrong !== null || (typed.trim() !== '' && !read)}
        >Ask for it</button
      >
    </p>
  </form>
  <WhatWasAsked />
</main>

<style>
  form {
    display: grid;
    gap: 0.875rem;
    max-width: 34rem;
  }
</style>
