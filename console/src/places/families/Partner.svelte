<script lang="ts">
  import { capitalised, sayContact, sayDate, sayList, sayWhereItWorks, Temporal } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import NotHere from '../../parts/NotHere.svelte'
  import NumberPlate from '../../parts/NumberPlate.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import Slip from '../../parts/Slip.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'
  import { route } from '../../router'
  import { sayAddress } from '../give/say'
  import Between from './Between.svelte'
  import Engagement from './Engagement.svelte'
  import OpenBetween from './OpenBetween.svelte'
  import PartnersPeople from './PartnersPeople.svelte'
  import SharedTable from './SharedTable.svelte'

  /** All there is between the acting business and another: given, got, ready or not, who reaches it, what happened. */
  const acting = getActing()
  const doing = new Doing()
  const path = $derived({
    business: acting.number,
    partner: (route.params as { partner?: string }).partner ?? '',
  })
  const found = createQuery(() => ({
    queryKey: ['partner', path.business, path.partner],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/partners/{partner}', { params: { path } })),
  }))
  const partner = $derived(found.data)
  const frozenByUs = $derived(partner?.frozenBy.includes('us') ?? false)
  const freeze = () =>
    doing.run(
      async () =>
        (
          await answerOf(
            frozenByUs
              ? service.DELETE('/v1/businesses/{business}/partners/{partner}/freeze', { params: { path } })
              : service.PUT('/v1/businesses/{business}/partners/{partner}/freeze', { params: { path } }),
          )
        ).result,
    )
</script>

<svelte:head><title>{partner?.name ?? 'A partner'} · Famiglia</title></svelte:head>
<main class="ledger">
  {#if partner}
    <div class="span page-top">
      <p class="margin">Partner</p>
      <div class="page-head">
        <div>
          <h1 class="title">{partner.name}</h1>
          <p class="sub">
            {capitalised(sayWhereItWorks(partner))}.
            {#if partner.contact}Write to {sayContact(partner.contact)}.{/if}
            <NumberPlate number={partner.number} /> In Famiglia since {sayDate(
              Temporal.Instant.from(partner.since),
              acting.zone,
            )}{partner.contacts.length > 0
              ? `. ${sayList(partner.contacts.map(contact => `${contact.name} (${contact.address})`))} dealt with you`
              : ''}.
          </p>
        </div>
        {#if !partner.closed}<div class="page-acts">
            <a class="btn btn-sm" href="/{acting.number}/give?who={partner.number}">Give access</a>
            <a class="btn btn-sm" href="/{acting.number}/ask?of={partner.number}">Ask for access</a>
          </div>{/if}
      </div>
    </div>
    {#if partner.closed}<Slip tone="due"
        ><b>{partner.name}</b> was closed on {sayDate(Temporal.Instant.from(partner.closed), acting.zone)}. Nothing
        between you counts; what you do not end counts again if it is opened again.</Slip
      >{/if}
    {#if partner.frozenBy.length > 0}<Slip tone="due"
        >Frozen by {sayList(
          partner.frozenBy.map(side => (side === 'us' ? (acting.business?.name ?? 'you') : partner.name)),
        )}: nothing goes between you. Nothing was ended.</Slip
      >{/if}
    {#if partner.trustee}<Slip tone="due"
        >{partner.name} opened {acting.business?.name} for its owner, and runs it until they take it over.</Slip
      >{/if}
    <Outcome {doing} />
    {#if partner.open > 0}<OpenBetween partner={partner.number} />{/if}
    {#each partner.closed ? [] : partner.purposes as { purpose, side } (`${side} ${purpose}`)}
      <Engagement partner={partner.number} name={partner.name} {purpose} {side} />
    {/each}
    <section class="span section">
      <h2 class="margin">What you gave them</h2>
      <div>
        {#if partner.weGave.length > 0}
          <p class="note">
            This is what {partner.name} sees of yours, and all it sees: the ceiling for its people on each asset.
          </p>
          <SharedTable assets={partner.weGave} own>
            {#snippet acts(asset)}{#if asset.said && !partner.closed}<a
                  href={sayAddress(acting.number, 'give', asset.said)}>Change</a
                >{/if}<a
                class="bad"
                href={sayAddress(acting.number, 'review', `end ${partner.number} on ${asset.text}`)}>End</a
              >{/snippet}
          </SharedTable>
        {:else}<p class="entry">Nothing.</p>{/if}
      </div>
    </section>
    {#if partner.weGave.length > 0}<PartnersPeople partner={partner.number} name={partner.name} />{/if}
    {#if partner.theyGave.length > 0}
      <section class="span section">
        <h2 class="margin">What they gave you</h2>
        <SharedTable assets={partner.theyGave} own={false}>
          {#snippet acts(asset)}{#if !partner.closed}<a href="/{acting.number}/give?on={asset.number}"
                >Put somebody on it</a
              >{/if}<a
              class="bad"
              href={sayAddress(acting.number, 'review', `end ${partner.number} on ${asset.number}`)}>Give it back</a
            >{/snippet}
        </SharedTable>
      </section>
    {/if}
    <Between partner={partner.number} />
    <section class="span section">
      <h2 class="margin">To stop it</h2>
      <p class="stops">
        <button class="btn btn-sm end" disabled={doing.busy} onclick={freeze}
          >{frozenByUs ? 'Lift your freeze' : 'Freeze at once'}</button
        >
        <a class="btn btn-sm end" href={sayAddress(acting.number, 'review', `end ${partner.number}`)}
          >End everything between you</a
        >
        <span class="note">A freeze ends nothing and can be lifted. Before an end you see all that falls.</span>
      </p>
    </section>
  {:else if found.error}<NotHere error={found.error} named={path.partner} />
  {:else}<Waiting />{/if}
</main>

<style>
  .stops {
    display: flex;
    gap: 0.75rem;
    align-items: center;
    flex-wrap: wrap;
  }
</style>
