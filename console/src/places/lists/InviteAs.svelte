<script lang="ts">
  import { standingMeans, standings, type Standing } from '@famiglia/core'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, Refusal, service } from '../../reach/service'

  /** Invites somebody into the business with a standing and no asset: a finance person, or another admin. */
  const acting = getActing()
  const doing = new Doing()
  let address = $state('')
  let standing: Standing = $state('member')
  let why = $state('')
  /** The address that was asked about, and is meant. */
  let sureOf = $state('')
  const asks = $derived(doing.failed instanceof Refusal && doing.failed.code === 'sentence.doubtful')

  function invite(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async headers => {
      const params = { path: { business: acting.number, person: address.trim() } }
      const told = await answerOf(
        service.PUT('/v1/businesses/{business}/people/{person}/standing', {
          params,
          body: { standing, ...(why.trim() ? { note: why.trim() } : {}), sure: sureOf === address.trim() },
          headers,
        }),
      )
      address = ''
      why = ''
      return told.result
    })
  }
</script>

<form id="invite" onsubmit={invite}>
  <Field name="newcomer" term="Somebody new" type="email" required maxlength={254} bind:value={address} />
  <label class="field"
    ><span>as</span>
    <select class="select" name="standing" bind:value={standing}
      >{#each standings as one (one)}<option value={one}>{one}</option>{/each}</select
    ></label
  >
  <button class="btn btn-sm" disabled={!address.trim() || doing.busy}>Invite</button>
  {#if standing === 'admin'}<div class="why">
      <Field name="why" term="Why, for all admins and in the letter" required maxlength={500} bind:value={why} />
    </div>{/if}
  <p class="note">
    {standingMeans[standing]}
    {#if standing === 'member'}No asset is given with it: until one is, they reach nothing. To give one at once, <a
        href="/{acting.number}/give?who={encodeURIComponent(address.trim())}">give access</a
      >.{/if}
  </p>
</form>
<Outcome {doing} label="Invite" />
{#if asks}<label class="sure"
    ><input
      type="checkbox"
      class="checkbox checkbox-sm"
      checked={sureOf === address.trim()}
      onchange={event => (sureOf = event.currentTarget.checked ? address.trim() : '')}
    />
    {address.trim()} is right: then invite once more</label
  >{/if}

<style>
  .sure {
    display: flex;
    gap: 0.5rem;
    align-items: center;
  }
  form {
    display: grid;
    grid-template-columns: minmax(0, 20rem) 9rem auto 1fr;
    gap: 0.5rem 0.75rem;
    align-items: end;
    margin-top: 1.25rem;
  }
  form .why {
    grid-column: 1 / -1;
    max-width: 34rem;
  }
  form .note {
    grid-column: 1 / -1;
    margin: 0;
  }
  @media (max-width: 900px) {
    form {
      grid-template-columns: minmax(0, 1fr);
      justify-items: start;
    }
  }
</style>
