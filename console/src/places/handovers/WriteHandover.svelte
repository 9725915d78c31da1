<script lang="ts">
  import {
    kinds,
    parseHandover,
    parseWhat,
    parseWho,
    printHandover,
    printWhat,
    sayDate,
    Temporal,
    tiers,
  } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { assetsOf } from '../../reach/lists'
  import { answerOf, idempotencyKey, service } from '../../reach/service'
  import Account from './Account.svelte'
  import Before from './Before.svelte'

  /** Proposing to another business that it owns some of one’s assets: what, to whom, what one keeps, and what becomes of the rest. */
  const acting = getActing()
  const doing = new Doing()
  const key = idempotencyKey()
  const given = new URLSearchParams(location.search)
  const begun = given.get('say') ? parseHandover(given.get('say')!) : null
  const sentence = begun?.ok ? begun.sentence : null
  let chosen: string[] = $state(sentence?.assets.map(printWhat) ?? (given.get('asset') ? [given.get('asset')!] : []))
  /** Whether all that the business owns goes over. */
  let everything = $state(sentence?.everything !== undefined && sentence?.everything !== null)
  let to = $state(sentence ? ('number' in sentence.to ? sentence.to.number : '') : '')
  let keeping: string = $state(sentence?.keeping ?? '')
  let withBilling = $state(sentence?.withBilling ?? false)
  let withPeople = $state(sentence?.withPeople ?? false)
  let because = $state(sentence?.because ?? '')
  let falls: string[] | null = $state([])
  let done: string | null = $state(null)
  const assets = assetsOf(acting)
  const own = $derived(
    (assets.data?.items ?? []).map(({ kind, handle, name }) => ({ text: `${kind}/${handle}`, name, kind })),
  )
  const hasAccounts = $derived(chosen.some(text => text.startsWith('ad-account/')))
  const text = $derived.by(() => {
    const who = parseWho(to.trim())
    const what = chosen.flatMap(one => {
      const reading = parseWhat(one)
      return reading.ok ? [reading.what] : []
    })
    if ((what.length === 0 && !everything) || !who.ok) return ''
    return printHandover({
      verb: 'hand over',
      assets: everything ? [] : what,
      everything: everything ? { on: sentence?.everything?.on ?? null } : null,
      to: who.who,
      keeping: tiers.find(tier => tier === keeping) ?? null,
      withBilling: withBilling && (hasAccounts || everything),
      withPeople,
      because: because.trim().replaceAll('"', '”') || null,
    })
  })
  const preview = createQuery(() => ({
    queryKey: ['handover preview', acting.number, text, falls],
    queryFn: async () =>
      answerOf(
        service.POST('/v1/businesses/{business}/handovers/preview', {
          params: { path: { business: acting.number } },
          body: { sentence: text, falls: falls ?? [] },
        }),
      ),
    enabled: text !== '' && acting.number !== '' && !done,
    placeholderData: (before: unknown) => before as never,
    refetchInterval: false as const,
    retry: false,
  }))
  const review = $derived(preview.error || !text ? undefined : preview.data)
  // What was chosen and is not there any more, once other assets are named, is not sent.
  const chosenToFall = $derived(
    (falls ?? []).filter(one => review?.lines.some(line => line.key === one && line.canFall)),
  )
  let hasChosenTier = sentence !== null
  // Somebody's own goes into the business they work for: they go on working with it, unless they say otherwise.
  $effect(() => {
    if (!review?.isOwnName || hasChosenTier) return
    hasChosenTier = true
    keeping = 'run'
  })

  const send = () =>
    doing.run(async () => {
      const said = await answerOf(
        service.POST('/v1/businesses/{business}/handovers', {
          params: { path: { business: acting.number } },
          body: { sentence: text, falls: chosenToFall },
          headers: key,
        }),
      )
      done = said.proposal
      return said.result
    })
</script>

<svelte:head><title>Hand over · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Ownership</p>
    <div>
      <h1 class="title">Hand over assets to another business</h1>
      <p class="sub">
        It needs their approval, cools off, and is done in one step. No password changes hands. Until it is done either
        of you can stop it.
      </p>
    </div>
  </div>
  {#if begun && !begun.ok}<Trouble error={new Error(begun.error.message)} />{/if}
  {#if acting.me && !acting.isAdmin}<p class="section entry">
      Only an admin hands over what {acting.business?.name} owns.
    </p>
  {:else if !done}
    <section class="span section">
      <h2 class="margin">What</h2>
      <div class="grid">
        <label class="all"
          ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={everything} />
          Everything that {acting.business?.name} owns{sentence?.everything?.on
            ? ` on ${sentence.everything.on}`
            : ''}</label
        >
        <fieldset disabled={everything}>
          <legend class="sr-only">What goes over</legend>
          {#each own as one (one.text)}<label
              ><input type="checkbox" class="checkbox checkbox-sm" value={one.text} bind:group={chosen} />
              {one.name} <small>{kinds[one.kind as keyof typeof kinds]?.noun ?? one.kind}</small></label
            >{/each}
        </fieldset>
      </div>
    </section>
    <section class="span section">
      <h2 class="margin">To whom, and how</h2>
      <div class="fields">
        <Field
          name="to"
          term="The business’s number"
          placeholder="B-2718-2818-24"
          hint="They read it to you."
          bind:value={to}
        />
        <label class="field"
          ><span>You keep</span><select
            class="select"
            name="keeping"
            bind:value={keeping}
            onchange={() => (hasChosenTier = true)}
            ><option value="">nothing</option>{#each tiers as tier (tier)}<option value={tier}>{tier}</option
              >{/each}</select
          ></label
        >
        {#if hasAccounts || everything}<label class="field"
            ><span>Who pays then</span><select class="select" name="billing" bind:value={withBilling}
              ><option value={false}>who pays now</option><option value={true}>the new owner</option></select
            ></label
          >{/if}
        <label class="field"
          ><span>Who works on it now</span><select class="select" name="people" bind:value={withPeople}
            ><option value={false}>loses it</option><option value={true}>is asked to join them with it</option></select
          ></label
        >
        <Field name="because" term="Why, for both histories" maxlength={500} bind:value={because} />
      </div>
    </section>
    {#if review}
      <section class="span section" aria-label="The review">
        <h2 class="margin">Read it over</h2>
        <div>
          <p class="sentence m">{review.summary}</p>
          <p class="said"><code>{review.sentence}</code></p>
          <p class="sub">
            {review.to.name}, {review.to.town}, {review.to.number}; in Famiglia since {sayDate(
              Temporal.Instant.from(review.to.since),
              acting.zone,
            )}{review.to.mailDomain ? `; their mail is at ${review.to.mailDomain}` : ''}. If they agreed now, it would
            complete on {review.completesAt}.
          </p>
        </div>
      </section>
      <div class="span section">
        <p class="margin">What becomes of it</p>
        <Account lines={review.lines} newOwner={review.to.name} bind:falls />
      </div>
      <div class="span section">
        <p class="margin">First</p>
        <Before told={review} onadd={what => (chosen = [...chosen, what])} bind:falls />
      </div>
      <div class="section acts">
        <button class="btn btn-primary" disabled={doing.busy || !because.trim()} onclick={send}>Sign and send it</button
        >
        <p class="note">
          {because.trim() ? `It stays open until ${review.staysOpenUntil}.` : 'Say why first: both histories keep it.'}
        </p>
      </div>
    {:else if preview.error && text}<div class="section"><Trouble error={preview.error} /></div>{/if}
  {/if}
  <Outcome {doing} label="Sign it" />
  {#if done}<p class="section">
      <a class="btn btn-sm" href="/{acting.number}/proposals/{done}">See where it stands</a>
    </p>{/if}
</main>

<style>
  fieldset {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(16rem, 1fr));
    gap: 0.25rem 1.5rem;
    max-height: 15rem;
    overflow: auto;
  }
  .all {
    display: flex;
    gap: 0.5rem;
    align-items: center;
    margin-bottom: 0.5rem;
  }
  fieldset[disabled] {
    opacity: 0.5;
  }
  fieldset label {
    display: flex;
    gap: 0.5rem;
    align-items: center;
  }
  small {
    color: var(--ink-3);
  }
  .fields {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(14rem, 1fr));
    gap: 0.75rem 1.5rem;
    align-items: start;
  }
  .field .select {
    width: 100%;
  }
  .acts {
    display: flex;
    gap: 1rem;
    align-items: center;
    flex-wrap: wrap;
  }
</style>
