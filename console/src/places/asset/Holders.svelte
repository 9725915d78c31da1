<script lang="ts">
  import { sayEnd, sayDate, sayList, Temporal } from '@famiglia/core'
  import Age from '../../parts/Age.svelte'
  import TierMark from '../../parts/TierMark.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { entries } from '../../parts/entries'
  import { queries } from '../../reach/queries'
  import { answerOf, service, type Schemas } from '../../reach/service'
  import { sayAddress } from '../give/say'

  /** Who reaches an asset, with what can be done about each: change, end, send again, withdraw. */
  interface Props {
    holders: readonly Schemas['Holder'][]
    asset: Schemas['Asset']
    business: string
    zone: string
  }
  let { holders, asset, business, zone }: Props = $props()

  let failed: unknown = $state(null)
  const what = $derived(`${asset.kind}/${asset.handle}`)
  const day = (at: string) => sayDate(Temporal.Instant.from(at), zone)
  const how = (holder: Schemas['Holder']) =>
    holder.state === 'waiting' ? 'waiting' : holder.state === 'in force' ? 'own' : 'idle'

  async function answer(act: 'withdrawal' | 'reminder', proposal: string) {
    failed = null
    try {
      const path = { business, proposal }
      await (act === 'withdrawal'
        ? answerOf(service.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', { params: { path } }))
        : answerOf(service.POST('/v1/businesses/{business}/proposals/{proposal}/reminder', { params: { path } })))
      await queries.invalidateQueries()
    } catch (error) {
      failed = error
    }
  }
</script>

{#if failed}<Trouble error={failed} />{/if}
<table class="tbl who" {@attach entries}>
  <thead
    ><tr
      ><th scope="col">Person</th><th scope="col">May</th><th scope="col">Through</th><th scope="col">Hidden</th><th
        scope="col">Signs in with</th
      ><th scope="col">Invited by</th><th scope="col">Since</th><th scope="col">Last used</th><th scope="col">Until</th
      ><th scope="col"><span class="sr-only">What to do</span></th></tr
    ></thead
  >
  <tbody>
    {#each holders as holder (holder.person.address + (holder.proposal ?? ''))}
      <tr>
        <th scope="row"
          >{#if holder.person.id}<a href="/{business}/people/{holder.person.id}">{holder.person.name}</a>{:else}{holder
              .person.address}{/if}</th
        >
        <td
          ><span class="may"
            ><TierMark tier={holder.tier} actions={holder.named.length} how={how(holder)} /><span
              >{holder.level}{holder.state === 'in force'
                ? ''
                : holder.state === 'stopped'
                  ? `, not now: ${holder.why}`
                  : `, ${holder.state}`}</span
            ></span
          ></td
        >
        <td>{holder.through}</td>
        <td>{holder.hidden.length > 0 ? sayList(holder.hidden) : 'nothing'}</td>
        <td
          ><span class={{ due: holder.secondProof === false }}
            >{holder.secondProof === null ? '' : holder.secondProof ? 'set up' : 'none'}</span
          ></td
        >
        <td>{holder.invitedBy ?? ''}</td>
        <td class="num">{holder.since ? day(holder.since) : ''}</td>
        <td
          >{#if holder.lastUsed}<Age at={holder.lastUsed} {zone} />{:else}never{/if}</td
        >
        <td class="num">{holder.until ? sayEnd(Temporal.Instant.from(holder.until), zone) : 'no end'}</td>
        <td class="acts">
          {#if holder.proposal}
            <button class="quiet" onclick={() => answer('reminder', holder.proposal!)}>Send again</button>
            <button class="quiet" onclick={() => answer('withdrawal', holder.proposal!)}>Withdraw</button>
          {:else if holder.grant && holder.said}
            <a href={sayAddress(business, 'give', holder.said)}>Change</a>
            <a class="bad" href={sayAddress(business, 'review', `end ${holder.person.address} on ${what}`)}>End</a>
          {/if}
        </td>
      </tr>
    {/each}
  </tbody>
</table>

<style>
  .who {
    font-size: 0.875rem;
    line-height: 1.125rem;
  }
  .who th:first-child {
    width: calc(var(--m) + 2.5rem);
    padding-right: 1.25rem;
  }
  .who th[scope='row'] {
    font-size: 0.875rem;
    line-height: 1.25rem;
    padding: 0.3125rem 1.25rem 0.3125rem 0;
    vertical-align: middle;
  }
  td {
    padding: 0.3125rem 0.625rem 0.3125rem 0;
    vertical-align: middle;
  }
  .may {
    display: flex;
    gap: 0.5rem;
    align-items: center;
  }
  .acts {
    text-align: right;
    white-space: nowrap;
  }
  .acts > * + * {
    margin-left: 0.75rem;
  }
</style>
