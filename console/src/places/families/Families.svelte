<script lang="ts">
  import { createInfiniteQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import NumberPlate from '../../parts/NumberPlate.svelte'
  import More from '../../parts/More.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { entries } from '../../parts/entries'
  import { answerOf, service } from '../../reach/service'
  import FamilyTabs from './FamilyTabs.svelte'
  import Held from './Held.svelte'
  import LookUp from './LookUp.svelte'

  /** How businesses hang together: to whom one gives, from whom one gets, and finding another by its number. */
  const acting = getActing()
  const list = createInfiniteQuery(() => ({
    queryKey: ['partners', acting.number],
    queryFn: async ({ pageParam }: { pageParam: string }) =>
      answerOf(
        service.GET('/v1/businesses/{business}/partners', {
          params: { path: { business: acting.number }, query: pageParam ? { after: pageParam } : {} },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (page: { next: string | null }) => page.next ?? undefined,
  }))
  const partners = $derived(list.data?.pages.flatMap(page => page.items) ?? [])
  const count = (howMany: number) => (howMany === 0 ? 'nothing' : howMany)
</script>

<svelte:head><title>Families · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Who works <br />for whom</p>
    <div class="page-head">
      <div>
        <h1 class="title">Whom {acting.business?.name} works for, and who works for it</h1>
        <FamilyTabs here="partners" />
      </div>
      <div class="page-acts">
        <a class="btn btn-sm" href="/{acting.number}/in-trust">Open a business for a client</a>
      </div>
    </div>
  </div>
  <section class="span section">
    <h2 class="margin">Partners</h2>
    <div>
      {#if partners.length > 0}
        <table aria-label="Partners" class="tbl" {@attach entries}>
          <thead
            ><tr
              ><th scope="col">Business</th><th scope="col">Number</th><th scope="col">Town</th><th
                scope="col"
                class="r">Has from you</th
              ><th scope="col" class="r">Its people</th><th scope="col" class="r">Gives you</th><th scope="col">Now</th
              ></tr
            ></thead
          >
          <tbody>
            {#each partners as partner (partner.number)}
              <tr>
                <th scope="row"
                  ><i class="cloth" style:--cloth="var(--cloth-{partner.cloth})"></i><a
                    href="/{acting.number}/partners/{partner.number}">{partner.name}</a
                  ></th
                >
                <td><NumberPlate number={partner.number} /></td>
                <td>{partner.town}</td>
                <td class="r num">{count(partner.gave)}</td>
                <td class="r num">{partner.people}</td>
                <td class="r num">{count(partner.got)}</td>
                <td
                  >{#if partner.frozen}<span class="due">frozen</span>{:else if partner.inTrust}opened for them{:else if partner.open > 0}<a
                      href="/{acting.number}/inbox">{partner.open} open</a
                    >{:else}in force{/if}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
        <More {list} />
      {:else if list.error}<Trouble error={list.error} />
      {:else if list.data}<p class="entry">
          No other business yet. Look one up by its number: its name stands here before anything is sent.
        </p>
      {:else}<Waiting />{/if}
    </div>
  </section>
  <LookUp />
  <Held />
</main>

<style>
  .cloth {
    display: inline-block;
    width: 0.625rem;
    height: 1.125rem;
    margin-right: 0.625rem;
    border-radius: 1px;
    vertical-align: -0.1875rem;
    background: var(--cloth);
  }
</style>
