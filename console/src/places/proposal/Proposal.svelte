<script lang="ts">
  import { capitalised, sayEnd, sayList, Temporal } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Age from '../../parts/Age.svelte'
  import AssetWords from '../../parts/AssetWords.svelte'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { sayFigures } from '../../parts/figures'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'
  import { route } from '../../router'

  /** What a member asks for: granted, granted in part, or declined. */
  const acting = getActing()
  const doing = new Doing()
  const path = $derived({
    business: acting.number,
    proposal: (route.params as { proposal?: string }).proposal ?? '',
  })
  const found = createQuery(() => ({
    queryKey: ['proposal', path.business, path.proposal],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/proposals/{proposal}', { params: { path } })),
  }))
  const ask = $derived(found.data)
  let lessening = $state(false)
  let less = $state('')
  let reason = $state('')
  const mine = $derived(ask?.by.id === acting.me?.person.id)
  const open = $derived(ask?.state === 'open')

  function beginLess() {
    lessening = !lessening
    const asset = ask?.assets[0]
    if (!asset || less) return
    const until = asset.until
      ? ` until ${Temporal.Instant.from(asset.until).subtract({ milliseconds: 1 }).toZonedDateTimeISO(acting.zone).toPlainDate().toString()}`
      : ''
    less = `watch on ${ask!.assets.map(one => `${one.kind}/${one.handle}`).join(', ')} hiding revenue${until}`
  }

  const because = () => (reason.trim() ? { reason: reason.trim() } : {})
  const grant = (part: boolean) =>
    doing.run(async () => {
      const body = { ...(part ? { less: less.trim() } : {}), ...because() }
      return (
        await answerOf(service.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', { params: { path }, body }))
      ).result
    })
  const decline = () =>
    doing.run(
      async () =>
        (
          await answerOf(
            service.POST('/v1/businesses/{business}/proposals/{proposal}/refusal', {
              params: { path },
              body: because(),
            }),
          )
        ).result,
    )
  const withdraw = () =>
    doing.run(async () => {
      await answerOf(service.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', { params: { path } }))
      return 'Withdrawn.'
    })
</script>

<svelte:head><title>{ask ? `${ask.by.name} asks` : 'An ask'} · Famiglia</title></svelte:head>
<main class="ledger">
  {#if ask}
    <div class="span letter-page">
      <div class="margin side-note">
        <h1>{ask.kind === 'ask' ? 'Asked for' : 'An invitation'}</h1>
        <p>written <Age at={ask.openedAt} zone={acting.zone} />; {ask.state}</p>
      </div>
      <article class="sheet letter">
        <p class="sentence m">
          <b>{ask.by.name}</b>
          {ask.kind === 'ask' ? 'asks for' : `invited ${ask.to} to`}
          {ask.said}.
        </p>
        {#if ask.note}<blockquote class="entry">{ask.note}<br /><span>{ask.by.name}</span></blockquote>{/if}
        <dl class="facts">
          <div>
            <dt>It would allow</dt>
            <dd><AssetWords assets={ask.assets} how="waiting" /></dd>
          </div>
          {#each ask.assets as asset (asset.number)}
            <div>
              <dt>And show</dt>
              <dd>{sayFigures(asset.sees, asset.hidden)}</dd>
            </div>
            {#if asset.money}<div>
                <dt>Whose money</dt>
                <dd>{asset.money}</dd>
              </div>{/if}
          {/each}
          <div>
            <dt>Until</dt>
            <dd>
              {sayList([
                ...new Set(
                  ask.assets.map(asset =>
                    asset.until ? sayEnd(Temporal.Instant.from(asset.until), acting.zone) : 'no end is set',
                  ),
                ),
              ])}
            </dd>
          </div>
          {#if ask.reason}<div>
              <dt>Answered with</dt>
              <dd>{ask.reason}</dd>
            </div>{/if}
        </dl>
        {#if open && ask.kind === 'ask' && !mine}
          <div class="acts">
            <button class="btn btn-primary" disabled={doing.busy} onclick={() => grant(false)}>Grant it</button>
            <button class="btn" aria-expanded={lessening} onclick={beginLess}>Grant less</button>
            <button class="btn btn-ghost" disabled={doing.busy} onclick={decline}>Decline</button>
          </div>
          {#if lessening}
            <Field name="less" term="What you grant instead" hint="Never more than was asked for." bind:value={less} />
            <p class="acts"><button class="btn btn-sm btn-primary" onclick={() => grant(true)}>Grant this</button></p>
          {/if}
          <Field name="reason" term="A word with your answer, if you like" maxlength={500} bind:value={reason} />
        {:else if open && mine}
          <div class="acts"><button class="btn" onclick={withdraw}>Withdraw it</button></div>
        {:else if !doing.told}<p class="entry">{capitalised(ask.state)}.</p>{/if}
        <Outcome {doing} label="Grant it" />
      </article>
    </div>
  {:else if found.error}<div class="section"><Trouble error={found.error} /></div>
  {:else}<Waiting />{/if}
</main>

<style>
  blockquote {
    margin: 0.875rem 0 0.75rem;
    padding: 0.125rem 0 0.125rem 1.125rem;
    border-left: 4px double var(--margin-rule);
    font-style: italic;
  }
  .acts {
    display: flex;
    gap: 0.75rem;
    flex-wrap: wrap;
    margin: 1rem 0 0.75rem;
  }
</style>
