<script lang="ts">
  import { findKinds, kinds, possessive, sayList, type Kind } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import NumberPlate from '../../parts/NumberPlate.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import ContestIt from './ContestIt.svelte'
  import { assetsOf } from '../../reach/lists'
  import { answerOf, Refusal, service } from '../../reach/service'
  import { navigate } from '../../router'

  /** One plain question first: is it ours already, somebody else's, or not there yet? */
  const acting = getActing()
  const doing = new Doing()
  const platforms = createQuery(() => ({
    queryKey: ['platforms'],
    queryFn: async () => answerOf(service.GET('/v1/platforms')),
    staleTime: 60_000,
  }))
  const assets = assetsOf(acting)
  const path = $derived({ business: acting.number })
  let whose: 'ours' | 'mine' | 'theirs' | 'new' = $state('ours')
  /** The business of one’s own, once it is needed. */
  let own: { number: string; name: string } | null = $state(null)
  const claiming = $derived.by(() => ({ business: (whose === 'mine' && own?.number) || acting.number }))
  let word = $state('')
  let chosen = $state('')
  let ref = $state('')
  let code = $state('')
  let name = $state('')
  let handle = $state('')
  let inside = $state('')
  let claim: { id: string; shownAt: string; minutes: number } | null = $state(null)
  /** What was brought into the business of one’s own. */
  let broughtIn: { number: string; kind: string; handle: string; name: string } | null = $state(null)
  const canContest = $derived(doing.failed instanceof Refusal && doing.failed.problem.canContest === true)
  const fitting = $derived(findKinds(word))
  let picked: Kind | '' = $state('')
  const kindGiven = new URLSearchParams(location.search).get('kind') ?? ''
  if (kindGiven) {
    whose = 'new'
    word = kindGiven.replaceAll('-', ' ')
  }
  const kind: Kind | undefined = $derived(picked && fitting.includes(picked) ? picked : fitting[0])
  const there = $derived((platforms.data?.items ?? []).filter(one => kind && one.kinds.includes(kind)))
  const platform = $derived(there.find(one => one.key === chosen)?.key ?? there[0]?.key ?? '')
  const outer = $derived((assets.data?.items ?? []).filter(asset => kind && kinds[asset.kind].contains.includes(kind)))

  const show = (asset: string) => navigate('/:business/assets/:asset', { params: { business: acting.number, asset } })

  const begin = (event: SubmitEvent) => {
    event.preventDefault()
    return doing.run(async headers => {
      if (whose === 'mine') own = await answerOf(service.PUT('/v1/me/own-business', { body: {} }))
      claim = await answerOf(
        service.POST('/v1/businesses/{business}/claims', {
          params: { path: claiming },
          body: { platform, ref },
          headers,
        }),
      )
    })
  }

  const confirm = (event: SubmitEvent) => {
    event.preventDefault()
    return doing.run(async () => {
      const asset = await answerOf(
        service.POST('/v1/businesses/{business}/claims/{claim}/confirmation', {
          params: { path: { ...claiming, claim: claim!.id } },
          body: { code, handle },
        }),
      )
      if (whose === 'mine') broughtIn = asset
      else await show(asset.number)
    })
  }

  const create = (event: SubmitEvent) => {
    event.preventDefault()
    return doing.run(async headers => {
      const asset = await answerOf(
        service.POST('/v1/businesses/{business}/assets', {
          params: { path },
          body: { platform, kind: kind!, name, handle, ...(inside ? { inside } : {}) },
          headers,
        }),
      )
      await show(asset.number)
    })
  }
</script>

<svelte:head><title>Bring in an asset · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Bring in <br />an asset</p>
    <h1 class="title">Is it ours, your own, somebody else’s, or not there yet?</h1>
  </div>
  <div class="section">
    <div class="whose" role="radiogroup" aria-label="Whose is it?">
      {#each [['ours', `It is ${possessive(acting.business?.name ?? '')} already`], ['mine', 'It is my own'], ['theirs', 'It is somebody else’s'], ['new', 'It is not there yet']] as const as [key, label] (key)}
        <label><input type="radio" class="radio radio-sm" name="whose" value={key} bind:group={whose} /> {label}</label>
      {/each}
    </div>
    <div class="kind">
      <Field
        name="word"
        term="What is it?"
        placeholder="pixel, newsletter, page …"
        hint={word && fitting.length === 0 ? 'No kind is called that.' : 'The word of your trade finds its kind.'}
        bind:value={word}
      />
      <label class="field"
        ><span>Its kind here</span>
        <select
          class="select"
          name="kind"
          value={kind ?? ''}
          onchange={event => (picked = event.currentTarget.value as Kind)}
          >{#each fitting as one (one)}<option value={one}>{kinds[one].noun}</option>{/each}</select
        ></label
      >
    </div>
    {#if broughtIn && own}
      <p class="entry">{broughtIn.name} is yours, in {own.name} ({own.number}).</p>
      <p>
        <a class="btn btn-primary" href="/{own.number}/assets/{broughtIn.number}">Go to it</a>
        <a
          class="btn btn-ghost"
          href="/{own.number}/hand-over?say={encodeURIComponent(
            `hand over ${broughtIn.kind}/${broughtIn.handle} to ${acting.number} keeping run`,
          )}">Hand it over to {acting.business?.name}, and keep running it</a
        >
      </p>
    {:else if whose === 'theirs'}
      {#if kind}<p class="entry">
          {kinds[kind].canBeAskedFor
            ? `The owner of the ${kinds[kind].noun} gives you access to it.`
            : `A ${kinds[kind].noun} cannot be asked for: its owner has to offer it.`}
        </p>{/if}
      <p>
        Tell them the number of {acting.business?.name}: <NumberPlate number={acting.number} />. They name it in a
        sentence of theirs, and nothing changes hands but that.
      </p>
      <p>Or ask them, by their number or by the number of what it is about.</p>
      <p><a class="btn btn-primary" href="/{acting.number}/ask">Ask for it</a></p>
    {:else if there.length === 0 && platforms.data}
      <p class="entry">No platform that is known here holds that.</p>
    {:else if (whose === 'ours' || whose === 'mine') && !claim}
      <form onsubmit={begin}>
        {#if whose === 'mine'}<p class="sub">
            It belongs to you alone then, in a business of your own that is opened with it. {acting.business?.name} has nothing
            of it, unless you give access or hand it over.
          </p>{/if}
        <p class="sub">
          The platform shows a code to anyone who controls it there. You enter the code here; no password changes hands.
        </p>
        <label class="field"
          ><span>Platform</span>
          <select
            class="select"
            name="platform"
            value={platform}
            onchange={event => (chosen = event.currentTarget.value)}
            >{#each there as one (one.key)}<option value={one.key}>{one.name}</option>{/each}</select
          >
        </label>
        <Field
          name="ref"
          term="Its number there"
          required
          maxlength={80}
          hint={`As ${there.find(one => one.key === platform)?.name ?? 'the platform'} writes it, with its letters in front.`}
          bind:value={ref}
        />
        <p><button class="btn btn-primary" disabled={!platform || doing.busy}>Show me the code there</button></p>
      </form>
    {:else if (whose === 'ours' || whose === 'mine') && claim}
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
          <button class="btn btn-primary" disabled={doing.busy}>Bring it in</button>
          <button class="btn btn-ghost" type="button" onclick={() => (claim = null)}>Another number</button>
        </p>
      </form>
    {:else}
      <form onsubmit={create}>
        <label class="field"
          ><span>Platform</span>
          <select
            class="select"
            name="platform"
            value={platform}
            onchange={event => (chosen = event.currentTarget.value)}
            >{#each there as one (one.key)}<option value={one.key}>{one.name}</option>{/each}</select
          >
        </label>
        <Field name="name" term="Its name" required maxlength={80} bind:value={name} />
        <Field name="handle" term="A handle for it" required maxlength={60} bind:value={handle} />
        {#if outer.length > 0}
          <label class="field"
            ><span>Inside</span>
            <select class="select" name="inside" bind:value={inside}
              ><option value="">nothing</option>{#each outer as one (one.number)}<option value={one.number}
                  >{one.name}</option
                >{/each}</select
            ></label
          >
        {/if}
        <p class="sub">
          {kind
            ? `It is created on ${sayList(there.filter(one => one.key === platform).map(one => one.name))} too.`
            : ''}
          Then you are asked who should reach it.
        </p>
        <p><button class="btn btn-primary" disabled={!platform || doing.busy}>Create it</button></p>
      </form>
    {/if}
    <Outcome {doing} />
    {#if claim && canContest}<ContestIt
        claim={claim.id}
        business={claiming.business}
        spends={!kind || kinds[kind].spends.length > 0}
      />{/if}
  </div>
</main>

<style>
  .section {
    display: grid;
    gap: 1rem;
    max-width: 36rem;
  }
  .whose {
    display: grid;
    gap: 0.375rem;
  }
  .whose label {
    display: flex;
    gap: 0.625rem;
    align-items: center;
    cursor: pointer;
  }
  .kind {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 1rem;
    align-items: start;
  }
  form {
    display: grid;
    gap: 0.875rem;
  }
  @media (max-width: 900px) {
    .kind {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
