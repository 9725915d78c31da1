<script lang="ts">
  import {
    capitalised,
    holdsSecret,
    sayDate,
    sayList,
    secretsAreNotShared,
    standingMeans,
    standings,
    Temporal,
    type Standing,
  } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import AssetWords from '../../parts/AssetWords.svelte'
  import EachAsset from '../../parts/EachAsset.svelte'
  import Emphasised from '../../parts/Emphasised.svelte'
  import Slip from '../../parts/Slip.svelte'
  import Field from '../../parts/Field.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { sayFigures } from '../../parts/figures'
  import { answerOf, service } from '../../reach/service'
  import LetterToBe from './LetterToBe.svelte'
  import { readSay, replaceStanding, sayAddress } from './say'
  import { sayTime } from './say-time'
  import { Sending } from './sending.svelte'
  import Signature from './Signature.svelte'
  import { forgetUnsent } from './unsent.svelte'

  const acting = getActing()
  const sentence = readSay()
  const sending = new Sending(
    sentence,
    () => acting.number,
    () => forgetUnsent(acting),
  )
  /** The note as it stood when one last looked up from writing. */
  let noteRead = $state('')
  const path = $derived({ business: acting.number })
  const review = createQuery(() => ({
    queryKey: ['review', acting.number, sentence, sending.standing],
    queryFn: async () => {
      const body = { sentence, ...(sending.standing ? { standing: sending.standing } : {}) }
      return answerOf(service.POST('/v1/businesses/{business}/sentences/preview', { params: { path }, body }))
    },
    placeholderData: (before: unknown) => before as never,
    enabled: sending.said === null,
    refetchInterval: false as const,
  }))
  const preview = $derived(review.data)
  const letters = createQuery(() => ({
    queryKey: ['letters to be', acting.number, sentence, sending.standing, noteRead, sending.tellNote],
    queryFn: async () =>
      answerOf(service.POST('/v1/businesses/{business}/sentences/letters', { params: { path }, body: sending.body })),
    placeholderData: (before: unknown) => before as never,
    enabled: sending.said === null && Boolean(review.data) && !(review.data?.takesReason && !noteRead),
    retry: false,
    refetchInterval: false as const,
  }))
  const letter = $derived(letters.data?.items[0])
  const undoubted = $derived((preview?.doubts ?? []).every(doubt => sending.sure.includes(doubt.address)))
  const strangers = $derived(
    preview?.verb === 'let' ? preview.who.filter(one => one.state === 'new' || one.state === 'invited') : [],
  )
  const partner = $derived(preview?.who.find(one => one.state === 'partner'))
  const spending = $derived((preview?.assets ?? []).filter(asset => asset.money !== null))
  const invites = $derived(strangers.length > 0)
  const today = $derived(sayDate(Temporal.Now.instant(), acting.zone))
  const name = $derived(sayList((preview?.who ?? []).map(one => one.name)))

  function chooseStanding(standing: Standing) {
    sending.standing = standing
    replaceStanding(standing)
  }

  const sayMissing = (requirements: readonly { takes: string; must: boolean; state: string }[]) =>
    sayList(requirements.filter(one => one.must && one.state !== 'met').map(one => one.takes))
</script>

<svelte:head><title>Read it over · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span letter-page">
    <div class="margin side-note">
      <h1>Read it over</h1>
      <p>{preview?.verb === 'end' ? 'Nothing ends until you say so.' : 'Nothing is sent until you sign.'}</p>
      {#if preview?.verb === 'let' && !sending.said}<p>
          <a href={sayAddress(acting.number, 'give', sentence)}>Change the sentence</a>
        </p>{/if}
      {#if !sending.said}<p><a href="/{acting.number}/desk">Leave it unsent</a></p>{/if}
    </div>
    {#if sending.said}
      <div class="done">
        <Slip tone="fine"
          >{sending.said
            .result}{#snippet remedy()}{#if sending.said?.proposal && (sending.said.outcome === 'invited' || sending.said.outcome === 'offered')}<button
                class="quiet"
                onclick={() => sending.withdraw()}>Withdraw</button
              >{/if}{/snippet}</Slip
        >
        {#if sending.withdrawn}<Slip tone="due">Withdrawn. {sending.withdrawn}</Slip>{/if}
        {#if sending.failed}<Trouble error={sending.failed} />{/if}
        <p class="on">
          <a class="btn btn-primary" href="/{acting.number}/desk">To the desk</a>
          {#if partner}<a class="btn" href="/{acting.number}/partners/{partner.text}"
              >See all between you and {partner.name}</a
            >{:else if preview?.assets[0]}<a class="btn" href="/{acting.number}/assets/{preview.assets[0].number}"
              >See who reaches {preview.assets[0].name}</a
            >{/if}
        </p>
      </div>
    {:else if preview}
      <article class="sheet letter" aria-label="What will happen">
        <p class="sentence m">
          <Emphasised
            text={preview.summary}
            names={[...preview.who.map(one => one.name), ...preview.assets.map(asset => asset.name)]}
            tiers={preview.assets.flatMap(asset => asset.tier ?? [])}
          />
        </p>
        <hr class="double" />
        <dl class="facts">
          <div>
            <dt>To</dt>
            <dd>
              {sayList(
                preview.who.map(one =>
                  one.text === one.name || one.state === 'team' ? one.name : `${one.name} (${one.text})`,
                ),
              )}{#if invites && acting.isAdmin}, who
                {strangers.length === 1 ? 'joins' : 'join'} as
                <select
                  class="part"
                  aria-label="Standing"
                  value={preview.standing ?? 'member'}
                  onchange={event => chooseStanding(event.currentTarget.value as Standing)}
                  >{#each standings as standing (standing)}<option value={standing}>{standing}</option>{/each}</select
                >{:else if invites}, who {strangers.length === 1 ? 'joins' : 'join'} as <b>{preview.standing}</b>{/if}
              {#if preview.standing && preview.standing !== 'member'}<p class="due">
                  {standingMeans[preview.standing as Standing]}
                </p>{/if}
            </dd>
          </div>
          {#if preview.assets.length > 0}<div>
              <dt>Allows</dt>
              <dd><AssetWords assets={preview.assets} /></dd>
            </div>{/if}
          {#if preview.assets.length > 0}
            <div>
              <dt>Sees</dt>
              <dd><EachAsset assets={preview.assets} say={asset => sayFigures(asset.sees, asset.hidden)} /></dd>
            </div>
            <div>
              <dt>Cannot</dt>
              <dd><EachAsset assets={preview.assets} say={asset => `${capitalised(asset.mayNot)}.`} /></dd>
            </div>
          {/if}
          {#if spending.length > 0}<div>
              <dt>Can spend</dt>
              <dd><EachAsset assets={spending} say={asset => asset.money!} /></dd>
            </div>{/if}
          {#if preview.unfinished}<div>
              <dt>Not enough alone</dt>
              <dd class="due">{preview.unfinished.words}</dd>
            </div>{/if}
          {#each preview.changes as change, index (index)}<div>
              <dt>{index === 0 ? 'Changes' : ''}</dt>
              <dd>{change}</dd>
            </div>{/each}
          {#if preview.purpose}<div>
              <dt>Enough?</dt>
              <dd>
                {preview.purpose.enough
                  ? `Yes, to ${preview.purpose.name}.`
                  : `Not yet to ${preview.purpose.name}: ${sayMissing(preview.purpose.requirements)} is missing.`}
              </dd>
            </div>{/if}
          {#each preview.surplus as more, index (index)}<div>
              <dt>{index === 0 ? 'More than it takes' : ''}</dt>
              <dd class="due">{more}</dd>
            </div>{/each}
          {#if preview.seats}<div>
              <dt>Seats</dt>
              <dd>{capitalised(preview.seats.words)}</dd>
            </div>{/if}
          {#if preview.alsoCanGive.length > 0}<div>
              <dt>Can give it too</dt>
              <dd>{sayList(preview.alsoCanGive)}.</dd>
            </div>{/if}
          {#if preview.verb === 'let'}<div>
              <dt>Until</dt>
              <dd><EachAsset assets={preview.assets} say={sayTime} /></dd>
            </div>{/if}
          {#if preview.staysOpenUntil}<div>
              <dt>Stays open</dt>
              <dd>Until {preview.staysOpenUntil}, with reminders after 3 and 10 days. You can withdraw it.</dd>
            </div>{/if}
          {#each preview.notes as note, index (index)}<div>
              <dt>{index === 0 ? 'Note' : ''}</dt>
              <dd>{note}</dd>
            </div>{/each}
        </dl>
        <hr class="double" />
        {#if sending.failed}<Trouble error={sending.failed} />{/if}
        {#each preview.doubts as doubt (doubt.address)}<div class="doubt">
            <p>{doubt.asks}</p>
            <label
              ><input
                type="checkbox"
                class="checkbox checkbox-sm"
                checked={sending.sure.includes(doubt.address)}
                onchange={event => sending.mean(doubt.address, event.currentTarget.checked)}
              />
              {doubt.address} is right</label
            >
            {#if doubt.instead}<a href={sayAddress(acting.number, 'give', doubt.instead)}
                >Change the sentence to the other</a
              >{/if}
          </div>{/each}
        {#if preview.verb === 'end' && !preview.takesReason}<div class="because">
            <Field
              name="why"
              term="Why? Optional; it stays in your history"
              maxlength={1000}
              bind:value={sending.note}
              onblur={() => (noteRead = sending.note.trim())}
            />
            {#if sending.note.trim() && preview.mails.length > 0}<label
                ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={sending.tellNote} /> also tell {name} this
                reason</label
              >{/if}
            {#if holdsSecret(sending.note)}<p class="bad">{secretsAreNotShared}</p>{/if}
          </div>{/if}
        <Signature
          {sending}
          held={!undoubted}
          signer={acting.me!}
          business={acting.business!.name}
          {today}
          takesProof={(preview.takesProof && !preview.proofIsFresh) || sending.proofAsked}
          label={preview.verb === 'end' ? 'End it' : 'send'}
          ending={preview.verb === 'end'}
        />
      </article>
      {#if preview.mails.length > 0}
        <aside class="post">
          <h2 class="head">The letter {name} gets</h2>
          {#if preview.takesReason || preview.asksReason || (preview.verb === 'let' && (invites || partner))}<label
              class="post-note"
              ><span
                >{preview.takesReason
                  ? 'Why, for all admins'
                  : preview.asksReason
                    ? 'Why may they give access? It stays in the history.'
                    : 'A note from you'}</span
              ><textarea
                class="textarea"
                rows="5"
                maxlength="1000"
                bind:value={sending.note}
                onblur={() => (noteRead = sending.note.trim())}></textarea></label
            >{#if holdsSecret(sending.note)}<p class="bad">{secretsAreNotShared}</p>{/if}{/if}
          {#if letter}<LetterToBe {letter} also={letters.data?.items.slice(1) ?? []} />{/if}
          {#if invites}<p class="note lost">
              If it is lost, send it again from your desk: a new link replaces the old one.
            </p>{/if}
        </aside>
      {/if}
    {:else if review.error}<div><Trouble error={review.error} /></div>
    {:else}<Waiting />{/if}
  </div>
</main>

<style>
  .because {
    display: grid;
    gap: 0.5rem;
    margin-bottom: 0.75rem;
  }
  .because label {
    display: flex;
    gap: 0.5rem;
    align-items: center;
  }
  select {
    appearance: none;
    font-weight: 600;
  }
  option {
    background: var(--color-base-100);
    color: var(--color-base-content);
  }
  .doubt {
    margin: 0.75rem 0;
    padding: 0.75rem 1rem;
    background: var(--wash-due);
    border-radius: 2px;
  }
  .doubt label {
    display: inline-flex;
    gap: 0.5rem;
    align-items: center;
    margin: 0.5rem 1.5rem 0 0;
    font-weight: 600;
  }
  .lost {
    margin-top: 0.5rem;
  }
  .done {
    padding-top: 0.5rem;
  }
  .on {
    margin-top: 1rem;
    display: flex;
    gap: 0.75rem;
    flex-wrap: wrap;
  }
</style>
