<script lang="ts">
  import { sayDate, sayInstant, Temporal } from '@famiglia/core'
  import { getActing } from '../../frame/acting-context'
  import Outcome from '../../parts/Outcome.svelte'
  import Steps from '../../parts/Steps.svelte'
  import type { Step } from '../../parts/steps'
  import Sure from '../../parts/Sure.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service, type Schemas } from '../../reach/service'

  /** One asset that is contested: who says so and why, the days on a line, and the answer. */
  let { contest }: { contest: Schemas['Contest'] } = $props()

  const acting = getActing()
  const doing = new Doing()
  const params = $derived({ path: { business: acting.number, contest: contest.id } })
  const on = (instant: string) => sayDate(Temporal.Instant.from(instant), acting.zone)
  const out = $derived(contest.tellings.filter(one => one.isOut))
  const steps: readonly Step[] = $derived([
    { form: 'done', head: on(contest.began), words: 'contested; first letters' },
    {
      form: 'now',
      head: out.length > 1 ? `told ${out.length} times` : 'told once',
      words: 'and every second day until then',
    },
    { form: 'then', head: on(contest.ends), words: 'a handover, unless the owner says no' },
    { form: 'then', head: 'then', words: 'it cools off, and either side can stop it' },
  ])
  const ended = $derived(
    contest.outcome === 'handed over'
      ? 'It is being handed over.'
      : contest.outcome === 'fell'
        ? 'It could not go over, and stays with its owner.'
        : contest.outcome
          ? `${contest.what} stays with its owner.`
          : '',
  )
  let agreeing = $state(false)

  const say = (what: 'no' | 'agreement') =>
    doing.run(async () => {
      agreeing = false
      return what === 'no'
        ? (await answerOf(service.POST('/v1/businesses/{business}/contests/{contest}/no', { params, body: {} }))).result
        : (await answerOf(service.POST('/v1/businesses/{business}/contests/{contest}/agreement', { params }))).result
    })
</script>

<section class="span section" aria-label={contest.what}>
  <p class="margin">{on(contest.began)}</p>
  <div>
    <h2 class="head">{contest.what}</h2>
    <p class="entry">
      {#if contest.isOwner}<b>{contest.by.name}</b> ({contest.by.address}) of <b>{contest.claimant.name}</b>, {contest
          .claimant.town}, proved control of it and says that it is theirs: “{contest.reason}”
      {:else}{contest.by.name} contested it: “{contest.reason}”{/if}
    </p>
    {#if contest.outcome}
      <p>
        {ended}
        {#if contest.endedBy}{contest.endedBy.name}{contest.owner && !contest.isOwner
            ? ` of ${contest.owner.name}`
            : ''} answered on {on(contest.ended!)}{contest.isOwner
            ? ''
            : `; talk to them: ${contest.endedBy.address}`}.{/if}
        {#if contest.handover}<a href="/{acting.number}/handovers/{contest.handover}">See what stays and what falls</a
          >{/if}
      </p>
    {:else}
      <Steps {steps} label="How far it is" />
      <Outcome {doing} label="Do it" ending />
      {#if agreeing}<Sure
          act="Let it go over"
          leave="Leave it"
          busy={doing.busy}
          onact={() => say('agreement')}
          onleave={() => (agreeing = false)}
          >{contest.what} is handed over to {contest.claimant.name} then, once it has cooled off. Either side can stop it
          until then.</Sure
        >
      {:else}
        <p class="acts">
          {#if contest.canSayNo}<button class="btn btn-primary" disabled={doing.busy} onclick={() => say('no')}
              >Say no: it is ours</button
            >{/if}
          {#if contest.canAgree}<button class="quiet" onclick={() => (agreeing = true)}
              >It is theirs: let it go over</button
            >{/if}
          {#if contest.canTakeBack}<button class="btn" disabled={doing.busy} onclick={() => say('no')}
              >Take it back</button
            >{/if}
        </p>
        <p class="note">
          Handed over on {sayInstant(Temporal.Instant.from(contest.ends), acting.zone)}, if nobody says no.
        </p>
      {/if}
    {/if}
  </div>
</section>

<style>
  .acts {
    display: flex;
    gap: 1rem;
    align-items: center;
    flex-wrap: wrap;
  }
</style>
