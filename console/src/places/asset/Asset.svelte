<script lang="ts">
  import { capitalised, kinds, sayCount, sayDate, sayList, Temporal, type Kind } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import NotHere from '../../parts/NotHere.svelte'
  import NumberPlate from '../../parts/NumberPlate.svelte'
  import TierMark from '../../parts/TierMark.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { answerOf, service } from '../../reach/service'
  import { route } from '../../router'
  import Outcome from '../../parts/Outcome.svelte'
  import Slip from '../../parts/Slip.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import Holders from './Holders.svelte'
  import Paying from './Paying.svelte'
  import LinkedUnder from './LinkedUnder.svelte'
  import Ready from './Ready.svelte'
  import Rename from './Rename.svelte'
  import Siblings from './Siblings.svelte'
  import Surroundings from './Surroundings.svelte'

  const acting = getActing()
  const wanted = $derived((route.params as { asset?: string }).asset ?? '')
  const path = $derived({ business: acting.number, asset: wanted })
  const found = createQuery(() => ({
    queryKey: ['asset', acting.number, wanted],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/assets/{asset}', { params: { path } })),
  }))
  const asset = $derived(found.data)
  const reaching = createQuery(() => ({
    queryKey: ['holders', acting.number, wanted],
    queryFn: async () =>
      answerOf(
        service.GET('/v1/businesses/{business}/assets/{asset}/holders', { params: { path, query: { limit: 200 } } }),
      ),
    enabled: asset?.canGiveAccess === true,
  }))
  const holders = $derived(reaching.data?.items ?? [])
  const inForce = $derived(holders.filter(holder => holder.state === 'in force'))
  const waiting = $derived(holders.filter(holder => holder.state === 'waiting'))
  const summary = $derived(
    capitalised(
      `${sayCount(inForce.length, 'person does', 'people do')}${waiting.length > 0 ? ` and ${sayCount(waiting.length, 'waits', 'wait')}` : ''}; ${sayCount(inForce.filter(holder => holder.sees.includes('revenue')).length, 'sees', 'see')} revenue.`,
    ),
  )
  let renaming = $state(false)
  const doing = new Doing()

  const stop = (how: 'archive' | 'freeze', lifted: boolean) =>
    doing.run(async () => {
      const params = { path: { business: acting.number, asset: asset!.number } }
      await answerOf(
        lifted
          ? service.DELETE(`/v1/businesses/{business}/assets/{asset}/${how}`, { params })
          : service.PUT(`/v1/businesses/{business}/assets/{asset}/${how}`, { params }),
      )
      return lifted ? 'All is as it was.' : 'Nobody reaches it from this moment. Nothing was ended.'
    })
</script>

<svelte:head><title>{asset?.name ?? 'An asset'} · Famiglia</title></svelte:head>
<main class="ledger">
  {#if asset}
    <div class="span page-top">
      <p class="margin">{capitalised(asset.noun)}</p>
      <div class="page-head">
        <div>
          <h1 class="title">{asset.name}</h1>
          <p class="facts-line">
            <NumberPlate number={asset.number} /><span class="sub"
              >owned by {acting.business?.name}, here since {sayDate(
                Temporal.Instant.from(asset.broughtInAt),
                acting.zone,
              )}</span
            >
          </p>
        </div>
        <div class="page-acts">
          {#if asset.canGiveAccess}<a
              class="btn btn-primary btn-sm"
              href="/{acting.number}/give?on={encodeURIComponent(`${asset.kind}/${asset.handle}`)}"
              >Give somebody access</a
            >{:else}<a class="btn btn-sm" href="/{acting.number}/ask?on={asset.kind}/{asset.handle}">Ask for more</a
            >{/if}
          {#if asset.kind === 'manager-account'}<a
              class="btn btn-sm"
              href="/{acting.number}/manager-accounts/{asset.number}">Its accounts</a
            >{/if}
          {#if acting.isAdmin}<button class="btn btn-sm" aria-expanded={renaming} onclick={() => (renaming = !renaming)}
              >Rename</button
            >
            <button class="btn btn-sm" onclick={() => stop('freeze', asset.frozen)}
              >{asset.frozen ? 'Unfreeze' : 'Freeze'}</button
            >
            <button class="btn btn-sm" onclick={() => stop('archive', asset.archived)}
              >{asset.archived ? 'Bring it back' : 'Archive'}</button
            ><a
              class="btn btn-sm"
              href="/{acting.number}/hand-over?asset={encodeURIComponent(`${asset.kind}/${asset.handle}`)}">Hand over</a
            >{/if}
        </div>
      </div>
    </div>
    <Outcome {doing} />
    {#if asset.archived}<Slip tone="due"
        >It is archived: nobody reaches it, whatever was given. Bringing it back brings all of it back.</Slip
      >{/if}
    {#if asset.frozen}<Slip tone="due">It is frozen: nobody reaches it for now. Nothing was ended.</Slip>{/if}
    {#if renaming}<Rename {asset} business={acting.number} close={() => (renaming = false)} />{/if}
    {#if asset.yours}{@const { tier, named, level, hidden, why, by } = asset.yours}
      <section class="span section">
        <h2 class="margin">You</h2>
        <div class="you">
          <TierMark
            {tier}
            actions={named.length}
            how={why ? 'idle' : by === 'own grant' || by.startsWith('owning business') ? 'own' : 'through'}
            size="l"
          />
          <div>
            <p class="entry">
              {#if by.startsWith('owning business, admin')}You may do <b>everything</b> here, because you are an admin
                of {acting.business?.name}.{:else if by.startsWith('owning business')}You may <b>{level}</b> here,
                because you see to the payments of {acting.business?.name}.{:else}You may <b>{level}</b> here, {by ===
                'own grant'
                  ? 'by a grant of your own'
                  : `through ${by.startsWith('team') ? 'the ' : ''}${by}`}.{/if}
            </p>
            <p class="sub">
              {hidden.length > 0
                ? `${capitalised(sayList(hidden))} ${hidden.length > 1 ? 'are' : 'is'} hidden from you.`
                : ''}
              {#if why}<span class="due">Not now: {why}.</span>{/if}
            </p>
          </div>
        </div>
      </section>
    {/if}
    {#if acting.isAdmin}<Ready {asset} />{/if}
    {#if asset.canGiveAccess}
      <section class="wide" aria-labelledby="who-reaches">
        <div class="tbl-head">
          <h2 class="head" id="who-reaches">Who reaches it</h2>
          {#if reaching.data}<p class="sub">{summary}</p>{/if}
        </div>
        {#if reaching.data}<Holders
            {holders}
            {asset}
            business={acting.number}
            zone={acting.zone}
          />{:else if reaching.error}<Trouble error={reaching.error} />{:else}<Waiting />{/if}
        {#if reaching.data?.next}<p class="sub">More people reach it than fit here; the first 200 are shown.</p>{/if}
      </section>
    {:else}
      <div class="section">
        <p class="entry">
          Who reaches it is told to its stewards. Ask {sayList(
            asset.giveAccess.map(person => person.name),
            'or',
          )} when you need more: <a href="/{acting.number}/ask?on={asset.kind}/{asset.handle}">it is one step</a>.
        </p>
      </div>
    {/if}
    {#if acting.isAdmin}<Siblings {asset} />{/if}
    <div class="span section">
      <p class="margin">Around it</p>
      <Surroundings {asset} />
    </div>
    <div class="span section">
      <p class="margin">Money and<br />family</p>
      <div class="three">
        <section>
          <h2>Whose money</h2>
          {#if asset.kind === 'ad-account'}<Paying {asset} />{:else}<p>
              {asset.paidBy ? `Paid by ${asset.paidBy}.` : 'It spends no money.'}
            </p>{/if}
        </section>
        <section>
          <h2>On its platform</h2>
          <p>{asset.ref} on {asset.platformName}, in force. {asset.platformName} asks Famiglia each time.</p>
          <p><a href={asset.address}>Open on {asset.platformName}</a></p>
        </section>
        <section>
          <h2>Who can give this?</h2>
          <p>
            {#each asset.giveAccess as giver, index (giver.id)}{index > 0 ? '; ' : ''}<b title={giver.why}
                >{giver.name}</b
              >,
              {giver.as}{/each}. Stewards can up to their own level.
          </p>
        </section>
      </div>
    </div>
    {#if kinds[asset.kind as Kind].canBeLinked}<LinkedUnder {asset} />{/if}
  {:else if found.error}<NotHere error={found.error} named={wanted} ask />
  {:else}<Waiting />{/if}
</main>

<style>
  .you {
    display: flex;
    gap: 0.875rem;
    align-items: center;
  }
  .facts-line {
    display: flex;
    flex-wrap: wrap;
    gap: 0.375rem 1.25rem;
    align-items: center;
    margin-top: 0.5rem;
  }
  .facts-line .sub {
    margin: 0;
  }
  .three {
    display: grid;
    grid-template-columns: repeat(3, minmax(0, 1fr));
  }
  .three section {
    padding: 0 1.75rem;
    border-left: 1px solid var(--rule);
    font-size: 0.9375rem;
    line-height: 1.375rem;
  }
  .three section:first-child {
    padding-left: 0;
    border-left: 0;
  }
  .three h2 {
    font: 600 1.1875rem/1.5rem var(--font-serif);
    margin-bottom: 0.25rem;
  }
  b {
    font-weight: 600;
  }
  @media (max-width: 900px) {
    .three {
      grid-template-columns: minmax(0, 1fr);
      gap: 0.75rem;
    }
    .three section {
      padding: 0;
      border: 0;
    }
  }
</style>
