<script lang="ts">
  import {
    capitalised,
    sayContact,
    sayDate,
    sayEnd,
    sayList,
    sayState,
    sayWhereItWorks,
    Temporal,
  } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Age from '../../parts/Age.svelte'
  import AssetWords from '../../parts/AssetWords.svelte'
  import Beforehand from '../../parts/Beforehand.svelte'
  import Emphasised from '../../parts/Emphasised.svelte'
  import EachAsset from '../../parts/EachAsset.svelte'
  import NotHere from '../../parts/NotHere.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { sayFigures } from '../../parts/figures'
  import { answerOf, service, type Schemas } from '../../reach/service'
  import { route } from '../../router'
  import Answer from './Answer.svelte'
  import AskedThings from './AskedThings.svelte'

  /** What was asked, offered or sent: read over, answered whole or in part, declined, withdrawn. */
  const acting = getActing()
  const path = $derived({
    business: acting.number,
    proposal: (route.params as { proposal?: string }).proposal ?? '',
  })
  const found = createQuery(() => ({
    queryKey: ['proposal', path.business, path.proposal],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/proposals/{proposal}', { params: { path } })),
  }))
  const proposal = $derived(found.data)
  /** Whether another business sent it to the acting one. */
  const received = $derived(proposal?.partner?.number === acting.number)
  const asked = createQuery(() => ({
    queryKey: ['asked things', path.business, path.proposal],
    queryFn: async () =>
      answerOf(service.GET('/v1/businesses/{business}/proposals/{proposal}/things', { params: { path } })),
    enabled: (received && proposal?.kind === 'business-ask') || (proposal?.state === 'open' && proposal.kind === 'ask'),
  }))
  /** What it is about: as it was offered, or as it would come to if all that is here were granted. */
  type Asset = Omit<Schemas['Proposal']['assets'][number], 'bundle' | 'from' | 'hiding'>
  const assets: readonly Asset[] = $derived(asked.data?.grantable ?? proposal?.assets ?? [])
  const until = $derived(
    sayList([
      ...new Set(
        assets.map(asset => (asset.until ? sayEnd(Temporal.Instant.from(asset.until), acting.zone) : 'no end is set')),
      ),
    ]),
  )
</script>

<svelte:head
  ><title>{proposal ? `${proposal.by.name}, ${proposal.business.name}` : 'A letter'} · Famiglia</title></svelte:head
>
<main class="ledger">
  {#if proposal}
    <div class="span letter-page">
      <div class="margin side-note">
        <h1>{proposal.heading}</h1>
        <p>written <Age at={proposal.openedAt} zone={acting.zone} />; {sayState(proposal.state)}</p>
        {#if proposal.state === 'open'}<p>expires <Age at={proposal.lapsesAt} zone={acting.zone} /></p>{/if}
      </div>
      <article class="sheet letter">
        <p class="sentence m"><Emphasised text={proposal.outset} names={proposal.names} />.</p>
        {#if proposal.note}<blockquote class="entry">
            {proposal.note}<br /><span>{proposal.by.name}</span>
          </blockquote>{/if}
        <dl class="facts">
          {#if received}<div>
              <dt>Who that is</dt>
              <dd>
                {proposal.business.name}, {sayWhereItWorks(proposal.business)}, {proposal.business.number}; in Famiglia
                since {sayDate(Temporal.Instant.from(proposal.business.since), acting.zone)}. Write to {proposal.contact ??
                  (proposal.business.contact ? sayContact(proposal.business.contact) : proposal.by.address)}.
              </dd>
            </div>{/if}
          {#if asked.data?.things.some(thing => thing.state !== 'here')}<div>
              <dt>Not here yet</dt>
              <dd><AskedThings things={asked.data.things.filter(thing => thing.state !== 'here')} /></dd>
            </div>{/if}
          {#if assets.length > 0}
            <div>
              <dt>{proposal.state === 'open' ? 'It would allow' : 'It was to allow'}</dt>
              <dd><AssetWords {assets} how="waiting" /></dd>
            </div>
            <div>
              <dt>And show</dt>
              <dd><EachAsset {assets} say={asset => sayFigures(asset.sees, asset.hidden)} /></dd>
            </div>
            {#if assets.some(asset => asset.money)}<div>
                <dt>Whose money</dt>
                <dd><EachAsset {assets} say={asset => asset.money ?? 'It spends nothing.'} /></dd>
              </div>{/if}
            {#if !asked.data}<div>
                <dt>Until</dt>
                <dd>{until}</dd>
              </div>{/if}
          {/if}
          <Beforehand of={proposal.beforehand} />
          {#if proposal.afterwards && received}<div>
              <dt>Then</dt>
              <dd>{proposal.afterwards}</dd>
            </div>{/if}
          {#if proposal.granted && proposal.granted !== proposal.said}<div>
              <dt>Of that</dt>
              <dd>{proposal.granted}.</dd>
            </div>{/if}
          {#if proposal.waitsFor}<div>
              <dt>Waits for</dt>
              <dd>{proposal.waitsFor}</dd>
            </div>{/if}
          {#if proposal.cameBack}<div>
              <dt>Not arrived</dt>
              <dd class="due">{proposal.cameBack}</dd>
            </div>{/if}
          {#if proposal.reason}<div>
              <dt>Answered with</dt>
              <dd>{proposal.reason}</dd>
            </div>{/if}
        </dl>
        {#if proposal.kind === 'handover'}<p class="acts">
            <a class="btn btn-sm" href="/{acting.number}/handovers/{proposal.id}"
              >See it line by line, and choose what falls</a
            >
          </p>{/if}
        {#if !asked.isLoading}<Answer {proposal} {received} asked={asked.data ?? null} />{/if}
        {#if proposal.state !== 'open'}<p class="entry">{capitalised(sayState(proposal.state))}.</p>{/if}
      </article>
    </div>
  {:else if found.error}<NotHere error={found.error} />
  {:else}<Waiting />{/if}
</main>

<style>
  @media (min-width: 901px) {
    article {
      grid-column: 2 / -1;
      max-width: 62rem;
    }
  }
  blockquote {
    margin: 0.875rem 0 0.75rem;
    padding: 0.125rem 0 0.125rem 1.125rem;
    border-left: 4px double var(--margin-rule);
    font-style: italic;
  }
</style>
