<script lang="ts">
  import { actionsOfKind, allKinds, isAction, isTier, kinds, tiers, type Kind } from '@famiglia/core'
  import { getActing } from '../../frame/acting-context'
  import Field from '../../parts/Field.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { purposesOf } from '../../reach/lists'
  import { answerOf, service } from '../../reach/service'

  /** What people can be let do: known to every business, or written by this one. */
  const acting = getActing()
  const purposes = purposesOf(acting)
  const doing = new Doing()
  let name = $state('')
  let needs: { kind: Kind; given: string; must: boolean }[] = $state([{ kind: 'page', given: 'draft', must: true }])

  function write(event: SubmitEvent) {
    event.preventDefault()
    void doing.run(async headers => {
      const body = {
        name: name.trim(),
        needs: needs.map(({ kind, given, must }) => ({
          kind,
          must,
          tier: isTier(given) ? given : null,
          actions: isAction(given) ? [given] : [],
        })),
      }
      const made = await answerOf(
        service.POST('/v1/businesses/{business}/purposes', {
          params: { path: { business: acting.number } },
          body,
          headers,
        }),
      )
      name = ''
      return `Written: “${made.name}” takes ${made.takes}.`
    })
  }

  const remove = (purpose: string) =>
    doing.run(async () => {
      const params = { path: { business: acting.number, purpose } }
      await answerOf(service.DELETE('/v1/businesses/{business}/purposes/{purpose}', { params }))
      return `Removed: “${purpose}”. What was given for it stays.`
    })
</script>

<div>
  {#each purposes.data?.items ?? [] as purpose (purpose.name)}
    <p class="row">
      <i>{purpose.name}</i><span>{purpose.takes}</span>
      {#if purpose.own && acting.isAdmin}<button class="quiet" onclick={() => remove(purpose.name)}>Remove</button>{/if}
    </p>
  {/each}
  <Outcome {doing} />
  {#if acting.isAdmin}
    <form onsubmit={write}>
      <Field
        name="purpose"
        term="A purpose of your own"
        maxlength={80}
        placeholder="look after the season’s pages"
        required
        bind:value={name}
      />
      {#each needs as need, index (index)}
        <p class="need">
          <select class="select" aria-label="Kind" bind:value={need.kind}
            >{#each allKinds as kind (kind)}<option value={kind}>{kinds[kind].noun}</option>{/each}</select
          >
          <select class="select" aria-label="Takes" bind:value={need.given}
            >{#each [...tiers, ...actionsOfKind(need.kind)] as given (given)}<option value={given}>{given}</option
              >{/each}</select
          >
          <label
            ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={need.must} /> cannot do without</label
          >
        </p>
      {/each}
      <p class="need">
        <button type="button" class="quiet" onclick={() => needs.push({ kind: 'page', given: 'watch', must: false })}
          >One thing more</button
        >
        <button class="btn btn-sm" disabled={!name.trim()}>Write it</button>
      </p>
    </form>
  {/if}
</div>

<style>
  .row {
    display: grid;
    grid-template-columns: 16rem minmax(0, 1fr) auto;
    gap: 1rem;
    padding: 0.375rem 0;
    border-bottom: 1px solid var(--rule);
    font-size: 0.9375rem;
  }
  .row i {
    font: italic 400 1.0625rem/1.5rem var(--font-serif);
  }
  form {
    display: grid;
    gap: 0.625rem;
    margin-top: 1.25rem;
    max-width: 40rem;
  }
  .need {
    display: flex;
    gap: 0.75rem;
    align-items: center;
    flex-wrap: wrap;
  }
  .need .select {
    width: 13rem;
  }
  @media (max-width: 900px) {
    .row {
      grid-template-columns: minmax(0, 1fr);
      gap: 0;
    }
  }
</style>
