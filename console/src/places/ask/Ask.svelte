<script lang="ts">
  import { allKinds, kinds, sayList, tiers, type Kind } from '@famiglia/core'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { assetsOf, purposesOf } from '../../reach/lists'
  import { answerOf, idempotencyKey, service } from '../../reach/service'

  /** Asking for access in one's own business, in one step, with a reason. */
  const acting = getActing()
  const doing = new Doing()
  const purposes = purposesOf(acting)
  const assets = assetsOf(acting)
  let on = $state(new URLSearchParams(location.search).get('on') ?? '')
  let given = $state('watch')
  let until = $state('')
  let reason = $state('')
  let goesTo: string[] = $state([])
  const isTier = $derived((tiers as readonly string[]).includes(given))
  const wanted = $derived(
    [isTier ? given : `"${given}"`, on.trim() ? `on ${on.trim()}` : '', until ? `until ${until}` : '']
      .filter(Boolean)
      .join(' '),
  )
  const example = (kind: Kind) => `${kind}/…`

  function ask(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async () => {
      const asked = await answerOf(
        service.POST('/v1/businesses/{business}/asks', {
          params: { path: { business: acting.number } },
          body: { wanted, reason },
          headers: idempotencyKey(),
        }),
      )
      goesTo = asked.goesTo.map(giver => giver.name)
      return asked.result
    })
  }
</script>

<svelte:head><title>Ask for access · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Ask for access</p>
    <div>
      <h1 class="title">What do you need to do for {acting.business?.name}?</h1>
      <p class="sub">
        It lands on the desk of everybody who can give it. They grant it, grant less, or decline with a word.
      </p>
    </div>
  </div>
  <form class="section" onsubmit={ask}>
    <label class="field"
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
      hint="As sentences name it: {sayList(
        allKinds.slice(0, 3).map(example),
      )}. What you do not reach yet can be asked for all the same."
      bind:value={on}
    />
    <datalist id="known"
      >{#each assets.data?.items ?? [] as asset (asset.number)}<option value="{asset.kind}/{asset.handle}"
          >{asset.name}, {kinds[asset.kind].noun}</option
        >{/each}</datalist
    >
    <Field name="until" term="Until (left empty: no end)" type="date" bind:value={until} />
    <Field name="reason" term="Why you need it" required maxlength={500} bind:value={reason} />
    <p><code>ask {wanted}</code></p>
    <Outcome {doing} />
    <p><button class="btn btn-primary" disabled={doing.busy || goesTo.length > 0}>Ask for it</button></p>
  </form>
</main>

<style>
  form {
    display: grid;
    gap: 0.875rem;
    max-width: 34rem;
  }
  code {
    font-family: var(--font-mono);
    font-size: 0.9375rem;
    color: var(--ink-2);
  }
</style>
