<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { queries } from '../../reach/queries'
  import { answerOf, idempotencyKey, service } from '../../reach/service'
  import { navigate } from '../../router'

  const acting = getActing()
  const platforms = createQuery(() => ({
    queryKey: ['platforms'],
    queryFn: async () => answerOf(service.GET('/v1/platforms')),
  }))
  const path = $derived({ business: acting.number })
  let chosen = $state('')
  let ref = $state('')
  let code = $state('')
  let handle = $state('')
  let claim: { id: string; shownAt: string; minutes: number } | null = $state(null)
  let failed: unknown = $state(null)
  const platform = $derived(chosen || (platforms.data?.items[0]?.key ?? ''))

  async function attempt(event: SubmitEvent, act: () => Promise<void>) {
    event.preventDefault()
    failed = null
    try {
      await act()
    } catch (error) {
      failed = error
    }
  }

  const begin = (event: SubmitEvent) =>
    attempt(event, async () => {
      claim = await answerOf(
        service.POST('/v1/businesses/{business}/claims', {
          params: { path },
          body: { platform, ref },
          headers: idempotencyKey(),
        }),
      )
    })

  const confirm = (event: SubmitEvent) =>
    attempt(event, async () => {
      const asset = await answerOf(
        service.POST('/v1/businesses/{business}/claims/{claim}/confirmation', {
          params: { path: { ...path, claim: claim!.id } },
          body: { code, handle },
        }),
      )
      await queries.invalidateQueries()
      await navigate('/:business/assets/:asset', { params: { business: acting.number, asset: asset.number } })
    })
</script>

<svelte:head><title>Bring in an asset · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Bring in <br />an asset</p>
    <div>
      <h1 class="title">What does {acting.business?.name} have on a platform already?</h1>
      <p class="sub">
        The platform shows a code to whoever controls it there. You enter the code here; no password changes hands.
      </p>
    </div>
  </div>
  <div class="section">
    {#if failed}<Trouble error={failed} />{/if}
    {#if !claim}
      <form onsubmit={begin}>
        <label class="field"
          ><span>Platform</span>
          <select
            class="select"
            name="platform"
            value={platform}
            onchange={event => (chosen = event.currentTarget.value)}
            >{#each platforms.data?.items ?? [] as one (one.key)}<option value={one.key}>{one.name}</option
              >{/each}</select
          >
        </label>
        <Field
          name="ref"
          term="Its number there"
          required
          maxlength={80}
          hint="On Marram, an ad account’s number looks like MA-20417."
          bind:value={ref}
        />
        <p><button class="btn btn-primary" disabled={!platform}>Show me the code there</button></p>
      </form>
    {:else}
      <form onsubmit={confirm}>
        <p>
          The code is shown at <a href={claim.shownAt} target="_blank" rel="noreferrer">{claim.shownAt}</a>, for {claim.minutes}
          minutes.
        </p>
        <Field name="code" term="The code" required inputmode="numeric" autocomplete="off" bind:value={code} />
        <Field
          name="handle"
          term="A handle for it"
          required
          maxlength={60}
          hint="Small letters, digits and dashes, as summer-crossings: people say it in sentences."
          bind:value={handle}
        />
        <p>
          <button class="btn btn-primary">Bring it in</button>
          <button class="btn btn-ghost" type="button" onclick={() => (claim = null)}>Another number</button>
        </p>
      </form>
    {/if}
  </div>
</main>

<style>
  form {
    display: grid;
    gap: 0.875rem;
    max-width: 30rem;
  }
</style>
