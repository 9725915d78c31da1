<script lang="ts">
  import { kinds, tiers, type Figure } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Icon from '../../parts/Icon.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { assetsOf } from '../../reach/lists'
  import { answerOf, idempotencyKey, service, type Schemas } from '../../reach/service'
  import { Linking } from './linking.svelte'
  import LinkReview from './LinkReview.svelte'
  import PaidBy from './PaidBy.svelte'

  /** Linking accounts under a manager account: asked for from above or offered from below, changed, or unlinked. */
  const acting = getActing()
  const doing = new Doing()
  const checking = new Doing()
  const linking = new Linking()
  const given = new URLSearchParams(location.search)
  const said = given.get('say') ?? ''
  const isUnlink = /^unlink\s/.test(said)
  const wrong = said && !isUnlink ? linking.take(said) : null
  if (given.get('under')) linking.under = given.get('under')!
  if (given.get('account')) {
    linking.direction = 'offer'
    linking.accounts = [given.get('account')!]
  }
  const assets = assetsOf(acting)
  const managers = $derived((assets.data?.items ?? []).filter(asset => asset.kind === 'manager-account'))
  const own = $derived(
    (assets.data?.items ?? []).filter(asset => ['ad-account', 'manager-account'].includes(asset.kind)),
  )
  $effect(() => {
    if (linking.direction === 'ask' && !linking.under && managers[0])
      linking.under = `manager-account/${managers[0].handle}`
  })
  let pasted = $state('')
  let lines: Schemas['NumbersChecked']['lines'] = $state([])
  let note = $state('')
  let done = $state(false)
  const key = idempotencyKey()
  const sentence = $derived(isUnlink ? said : linking.text)
  const preview = createQuery(() => ({
    queryKey: ['link preview', acting.number, sentence],
    queryFn: async () =>
      answerOf(
        service.POST('/v1/businesses/{business}/links/preview', {
          params: { path: { business: acting.number } },
          body: { sentence },
        }),
      ),
    enabled: sentence !== '' && acting.number !== '' && !done,
    refetchInterval: false as const,
    retry: false,
  }))

  const check = (event: SubmitEvent) => {
    event.preventDefault()
    return checking.run(async () => {
      const told = await answerOf(
        service.POST('/v1/businesses/{business}/links/checks', {
          params: { path: { business: acting.number } },
          body: { text: pasted, under: linking.under },
        }),
      )
      lines = told.lines
      linking.accounts = lines.flatMap(line => (line.state === 'good' ? [line.number!] : []))
    })
  }
  const send = () =>
    doing.run(async () => {
      const told = await answerOf(
        service.POST('/v1/businesses/{business}/links', {
          params: { path: { business: acting.number } },
          body: { sentence, ...(note.trim() ? { note: note.trim() } : {}) },
          headers: key,
        }),
      )
      done = true
      return told.result
    })
  /** No others go through a manager account. */
  const figures: readonly Figure[] = kinds['manager-account'].figures
  const tick = { good: 'check', wrong: 'cross', 'left out': 'clock' } as const
</script>

<svelte:head><title>{isUnlink ? 'Unlink' : 'Link accounts'} · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">{isUnlink ? 'Ending' : 'Manager accounts'}</p>
    <div>
      <h1 class="title">{isUnlink ? 'Unlink accounts' : 'Link accounts under a manager account'}</h1>
      <p class="sub">
        {isUnlink
          ? 'It ends in the same moment, from either side.'
          : 'A link lets in everyone who reaches the manager account, now and later, at most as far as you say. To let in one person or one partner, give them access instead.'}
      </p>
    </div>
  </div>
  {#if wrong}<Trouble error={new Error(wrong)} />{/if}
  {#if !isUnlink && !done}
    <section class="span section">
      <h2 class="margin">Which of the two</h2>
      <div class="choice" role="radiogroup" aria-label="Which of the two">
        <label
          ><input
            type="radio"
            class="radio radio-sm"
            name="direction"
            value="ask"
            bind:group={linking.direction}
            onchange={() => ((linking.accounts = []), (linking.under = ''))}
          />
          <span
            ><b>The manager account is ours.</b><small
              >Accounts of others are asked for by number; your own hang at once.</small
            ></span
          ></label
        >
        <label
          ><input
            type="radio"
            class="radio radio-sm"
            name="direction"
            value="offer"
            bind:group={linking.direction}
            onchange={() => ((linking.accounts = []), (linking.under = ''))}
          />
          <span
            ><b>The account is ours.</b><small
              >You offer it to another business’s manager account, by that one’s number.</small
            ></span
          ></label
        >
      </div>
    </section>
    {#if linking.direction === 'ask'}
      <section class="span section">
        <h2 class="margin">Under</h2>
        <label class="field short"
          ><span>Manager account</span><select class="select" name="under" bind:value={linking.under}
            >{#each managers as one (one.number)}<option value="manager-account/{one.handle}">{one.name}</option
              >{/each}</select
          ></label
        >
      </section>
      <section class="span section">
        <h2 class="margin">Which accounts</h2>
        <div>
          <form onsubmit={check}>
            <label class="field"
              ><span>Their numbers, as from a mail or a CSV file</span><textarea
                class="textarea"
                name="numbers"
                rows="3"
                placeholder="A-2718-2818-24, …"
                bind:value={pasted}></textarea></label
            >
            <button class="btn btn-sm" disabled={!pasted.trim() || !linking.under || checking.busy}
              >Check the numbers</button
            >
          </form>
          <Outcome doing={checking} />
          {#if lines.length > 0}
            <ul class="checks" aria-label="The numbers">
              {#each lines as line, index (index)}
                <li class={line.state === 'left out' ? 'out' : line.state}>
                  <Icon name={tick[line.state]} />
                  <span class="num">{line.number ?? line.text}</span>
                  <span
                    ><b>{line.name ?? ''}</b>
                    {line.words}</span
                  >
                </li>
              {/each}
            </ul>
          {:else if linking.accounts.length > 0}<p class="num sub">{linking.accounts.join(', ')}</p>{/if}
        </div>
      </section>
    {:else}
      <section class="span section">
        <h2 class="margin">Your account</h2>
        <label class="field short"
          ><span>Account</span><select
            class="select"
            name="account"
            value={linking.accounts[0] ?? ''}
            onchange={event => (linking.accounts = [event.currentTarget.value])}
            ><option value="">Choose one</option>{#each own as one (one.number)}<option value="{one.kind}/{one.handle}"
                >{one.name}</option
              >{/each}</select
          ></label
        >
      </section>
      <section class="span section">
        <h2 class="margin">Under</h2>
        <div class="short">
          <Field
            name="under"
            term="The manager account’s number"
            hint="Its owner gives it to you, as A-2718-2818-24."
            bind:value={linking.under}
          />
        </div>
      </section>
    {/if}
    <section class="span section">
      <h2 class="margin">At most</h2>
      <div class="grid">
        <label class="field"
          ><span>Ceiling</span><select
            class="select"
            name="tier"
            value={linking.tier}
            onchange={event => linking.chooseTier(event.currentTarget.value)}
            >{#each tiers as tier (tier)}<option value={tier}>{tier}</option>{/each}</select
          ></label
        >
        <fieldset class="field">
          <legend>Hiding</legend>
          {#each figures as figure (figure)}<label class="tick"
              ><input
                type="checkbox"
                class="checkbox checkbox-sm"
                checked={linking.hiding.includes(figure)}
                onchange={() => linking.toggleHiding(figure)}
              />
              {figure}</label
            >{/each}
        </fieldset>
        <Field name="from" term="From" type="date" hint="Empty: at once." bind:value={linking.from} />
        <Field name="until" term="Until" type="date" hint="Empty: no end." bind:value={linking.until} />
        {#if linking.direction === 'ask' && linking.accounts.length === 1}<Field
            name="label"
            term="Your name for it"
            hint="On your side alone."
            maxlength={80}
            bind:value={linking.label}
          />{/if}
      </div>
    </section>
    <section class="span section">
      <h2 class="margin">Give access?</h2>
      <div>
        <div class="choice" role="radiogroup" aria-label="May they give access to others?">
          <label
            ><input
              type="radio"
              class="radio radio-sm"
              name="mark"
              value={false}
              bind:group={linking.mayGiveAccess}
            /><span><b>No</b></span></label
          >
          <label
            ><input
              type="radio"
              class="radio radio-sm"
              name="mark"
              value={true}
              bind:group={linking.mayGiveAccess}
            /><span
              ><b>Yes</b><small
                >Stewards of the manager account could let others in, up to this. The owner answers it separately.</small
              ></span
            ></label
          >
        </div>
      </div>
    </section>
  {/if}
  {#if !isUnlink && !done && acting.seesToPayments}<PaidBy {linking} />{/if}
  {#if preview.data && !done}
    <LinkReview preview={preview.data} />
    {#if !isUnlink && preview.data.staysOpenUntil}
      <section class="span section">
        <h2 class="margin">A note</h2>
        <label class="field"
          ><span>To whom it goes to</span><textarea
            class="textarea"
            name="note"
            rows="3"
            maxlength="1000"
            bind:value={note}></textarea></label
        >
      </section>
    {/if}
    <div class="section acts">
      <button class={['btn', isUnlink ? 'end' : 'btn-primary']} disabled={doing.busy} onclick={send}
        >{isUnlink ? 'Unlink' : preview.data.staysOpenUntil ? 'Sign and send it' : 'Sign and link'}</button
      >
    </div>
  {:else if preview.error && !done}<div class="section"><Trouble error={preview.error} /></div>{/if}
  <Outcome {doing} label={isUnlink ? 'Unlink' : 'Sign it'} ending={isUnlink} />
  {#if done}<p class="section"><a class="btn btn-sm" href="/{acting.number}/tree">See the tree</a></p>{/if}
</main>

<style>
  .choice {
    display: flex;
    flex-wrap: wrap;
    gap: 0.75rem 2rem;
  }
  .choice label {
    display: grid;
    grid-template-columns: auto minmax(0, 24rem);
    gap: 0.625rem;
    align-items: start;
    cursor: pointer;
  }
  .choice small {
    display: block;
    color: var(--ink-2);
    font-size: 0.9063rem;
  }
  b {
    font-weight: 600;
  }
  .short {
    max-width: 26rem;
  }
  .textarea {
    width: 100%;
  }
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(13rem, 1fr));
    gap: 0.75rem 1.5rem;
  }
  .field .select {
    width: 100%;
  }
  legend {
    font: italic 400 1.0625rem/1.5rem var(--font-serif);
    color: var(--ink-2);
  }
  .tick {
    display: inline-flex;
    gap: 0.375rem;
    align-items: center;
    margin-right: 0.875rem;
  }
  .checks {
    display: grid;
    gap: 0.375rem;
    margin-top: 0.75rem;
  }
  .checks li {
    display: grid;
    grid-template-columns: 1.25rem 9rem minmax(0, 1fr);
    gap: 0.625rem;
    align-items: baseline;
  }
  .checks .good :global(.ic) {
    color: var(--color-success);
  }
  .checks .wrong :global(.ic) {
    color: var(--color-error);
  }
  form {
    display: grid;
    gap: 0.5rem;
    justify-items: start;
  }
  form .field {
    width: 100%;
  }
  @media (max-width: 900px) {
    .checks li {
      grid-template-columns: 1.25rem minmax(0, 1fr);
    }
    .checks li > :last-child {
      grid-column: 2;
    }
  }
</style>
