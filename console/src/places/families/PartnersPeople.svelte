<script lang="ts">
  import { createInfiniteQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Age from '../../parts/Age.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import TierMark from '../../parts/TierMark.svelte'
  import More from '../../parts/More.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { entries } from '../../parts/entries'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'

  /** A partner's people who reach one's assets: each can be frozen by oneself; who they are is the partner's to change. */
  let { partner, name }: { partner: string; name: string } = $props()

  const acting = getActing()
  const doing = new Doing()
  const list = createInfiniteQuery(() => ({
    queryKey: ['partners people', acting.number, partner],
    queryFn: async ({ pageParam }: { pageParam: string }) =>
      answerOf(
        service.GET('/v1/businesses/{business}/partners/{partner}/people', {
          params: { path: { business: acting.number, partner }, query: pageParam ? { after: pageParam } : {} },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (page: { next: string | null }) => page.next ?? undefined,
  }))
  const people = $derived(list.data?.pages.flatMap(page => page.items) ?? [])

  const freeze = (person: string, frozen: boolean) =>
    doing.run(async () => {
      const params = { path: { business: acting.number, partner, person } }
      return (
        await answerOf(
          frozen
            ? service.PUT('/v1/businesses/{business}/partners/{partner}/people/{person}/freeze', { params })
            : service.DELETE('/v1/businesses/{business}/partners/{partner}/people/{person}/freeze', { params }),
        )
      ).result
    })
</script>

<section class="span section">
  <h2 class="margin">Who reaches it</h2>
  <div>
    <Outcome {doing} />
    {#if people.length > 0}
      <table aria-label="Who reaches it" class="tbl" {@attach entries}>
        <thead
          ><tr
            ><th scope="col">Person</th><th scope="col">Of</th><th scope="col">Reaches</th><th scope="col">Since</th><th
              scope="col">Last used</th
            ><th scope="col"><span class="sr-only">What to do</span></th></tr
          ></thead
        >
        <tbody>
          {#each people as person (person.id + person.of)}
            {#each person.assets as asset, index (asset.number)}
              <tr class={{ same: index > 0 }}>
                <th scope="row"
                  >{#if index === 0}{person.name}<small>{person.address}</small>{#if !person.secondProof}<small
                        class="due">no second step</small
                      >{/if}{:else}<span class="sr-only">{person.name}</span>{/if}</th
                >
                <td>{index === 0 ? person.of : ''}</td>
                <td
                  ><TierMark tier={asset.tier} actions={asset.named.length} how={asset.stopped ? 'idle' : 'through'} />
                  <a href="/{acting.number}/assets/{asset.number}">{asset.name}</a>
                  <small>{asset.level}{asset.stopped ? `; not now: ${asset.stopped}` : ''}</small></td
                >
                <td
                  >{#if asset.since}<Age at={asset.since} zone={acting.zone} />{/if}</td
                >
                <td
                  >{#if asset.lastUsed}<Age at={asset.lastUsed} zone={acting.zone} />{:else}never{/if}</td
                >
                <td class="r"
                  >{#if index === 0}<button
                      class="quiet bad"
                      disabled={doing.busy}
                      onclick={() => freeze(person.id, !person.frozen)}
                      >{person.frozen ? 'Let them go on' : 'Freeze'}</button
                    >{/if}</td
                >
              </tr>
            {/each}
          {/each}
        </tbody>
      </table>
      <More {list} />
    {:else if list.error}<Trouble error={list.error} />
    {:else if list.data}<p class="entry">Nobody of {name} yet: its admins put people on it.</p>{/if}
  </div>
</section>

<style>
  .same th,
  .same td {
    border-top-color: transparent;
  }
</style>
