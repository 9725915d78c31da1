<script lang="ts">
  import { capitalised, sayCount, sayDate, sayInstant, Temporal } from '@famiglia/core'
  import { getActing } from '../../frame/acting-context'
  import Steps from '../../parts/Steps.svelte'
  import { entries } from '../../parts/entries'
  import type { Step } from '../../parts/steps'
  import type { Doing } from '../../reach/doing.svelte'
  import { answerOf, service, type Schemas } from '../../reach/service'

  /** An understudy steps in: the days on a line, what they wrote, who can say no, and the no itself. */
  let { steppingIn, isYou, doing }: { steppingIn: NonNullable<Schemas['SteppingIn']>; isYou: boolean; doing: Doing } =
    $props()

  const acting = getActing()
  const at = (instant: string) => sayInstant(Temporal.Instant.from(instant), acting.zone)
  const on = (instant: string) => sayDate(Temporal.Instant.from(instant), acting.zone)
  const daysLeft = $derived(
    Math.max(
      0,
      Math.ceil(
        (Temporal.Instant.from(steppingIn.becomes).epochMilliseconds - Temporal.Now.instant().epochMilliseconds) /
          86_400_000,
      ),
    ),
  )
  const nth = (index: number) => (index === 0 ? `${steppingIn.name} stepped in; first letters` : 'told again')
  const steps: readonly Step[] = $derived([
    ...steppingIn.tellings
      .filter(one => one.isOut)
      .map((one, index): Step => ({ form: 'done', head: on(one.at), words: nth(index) })),
    { form: 'now', head: 'Today', words: `${sayCount(daysLeft, 'day', 'days')} left` },
    ...steppingIn.tellings
      .filter(one => !one.isOut)
      .map((one): Step => ({ form: 'then', head: on(one.at), words: 'told again' })),
    { form: 'then', head: on(steppingIn.becomes), words: `${steppingIn.name} is an admin` },
  ])

  const sayNo = () =>
    doing.run(
      async () =>
        (
          await answerOf(
            service.POST('/v1/businesses/{business}/understudy/no', {
              params: { path: { business: acting.number } },
              body: {},
            }),
          )
        ).result,
    )
</script>

<div class="span section">
  <p class="margin">{capitalised(sayCount(daysLeft, 'day left', 'days left'))}</p>
  <Steps {steps} label="The days until then" />
</div>
<div class="span section">
  <p class="margin">What {isYou ? 'you' : steppingIn.name.split(' ')[0]} wrote</p>
  <div class="both">
    <div>
      <blockquote class="entry">{steppingIn.reason}</blockquote>
      <dl class="facts">
        <div>
          <dt>From then on</dt>
          <dd>An admin beside the others, from {at(steppingIn.becomes)}. Nobody loses anything.</dd>
        </div>
        <div>
          <dt>Until then</dt>
          <dd>Nothing more than before.</dd>
        </div>
      </dl>
    </div>
    {#if steppingIn.canSayNo || isYou}
      <aside class="sheet" aria-label="Say no">
        {#if isYou}<p class="entry">One no of an admin or somebody in finance ends it.</p>
        {:else}<p class="entry"><b>You are here.</b> One no from an admin or somebody in finance ends it at once.</p>
          <p class="sub">{steppingIn.name} stays what they are, and reads that you are back.</p>{/if}
        <button class="btn {isYou ? '' : 'btn-primary'}" disabled={doing.busy} onclick={sayNo}
          >{isYou ? 'Take it back' : 'Say no and stop it'}</button
        >
      </aside>
    {/if}
  </div>
</div>
<div class="span section">
  <p class="margin">Who can say no</p>
  <table aria-label="Who can say no" class="tbl" {@attach entries}>
    <thead><tr><th scope="col">Who</th><th scope="col">Standing</th></tr></thead>
    <tbody>
      {#each steppingIn.told as one (one.address)}
        <tr><th scope="row">{one.name}<small>{one.address}</small></th><td>{one.standing}</td></tr>
      {:else}<tr><td colspan="2">Nobody who can act now.</td></tr>{/each}
    </tbody>
  </table>
</div>

<style>
  .both {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 20rem);
    gap: 1.75rem;
    align-items: start;
  }
  small {
    display: block;
    overflow-wrap: anywhere;
  }
  blockquote {
    margin-bottom: 1rem;
  }
  aside {
    display: grid;
    gap: 0.625rem;
    padding: 1rem 1.125rem;
  }
  @media (max-width: 900px) {
    .both {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
