<script lang="ts">
  import { sayEnd, sayDate, Temporal } from '@famiglia/core'
  import Age from '../../parts/Age.svelte'
  import TierMark from '../../parts/TierMark.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import Icon from '../../parts/Icon.svelte'
  import { entries } from '../../parts/entries'
  import { sayFigures } from '../../parts/figures'
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
  /** The row that is unfolded. */
  let opened: string | null = $state(null)
  const keyOf = ({ person, proposal }: Schemas['Holder']) => person.address + (proposal ?? '')
  const what = $derived(`${asset.kind}/${asset.handle}`)
  const day = (at: string) => sayDate(Temporal.Instant.from(at), zone)
  const how = (holder: Schemas['Holder']) =>
    holder.state === 'waiting'
      ? 'waiting'
      : holder.state !== 'in force'
        ? 'idle'
        : holder.grant || holder.through.startsWith('owning business')
          ? 'own'
          : 'through'

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
<table aria-label="Who reaches it" class="tbl who" {@attach entries}>
  <thead
    ><tr
      ><th scope="col">Person</th><th scope="col">May</th><th scope="col">Through</th><th scope="col">Sees</th><th
        scope="col">Until</th
      ><th scope="col"><span class="sr-only">What to do</span></th></tr
    ></thead
  >
  <tbody>
    {#each holders as holder (keyOf(holder))}
      {@const isOpen = opened === keyOf(holder)}
      <tr class={{ open: isOpen }}>
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
        <td>{sayFigures(holder.sees, holder.hidden)}</td>
        <td class="num">{holder.until ? sayEnd(Temporal.Instant.from(holder.until), zone) : 'no end'}</td>
        <td class="acts">
          {#if holder.proposal}
            <button class="quiet" onclick={() => answer('reminder', holder.proposal!)}>Send again</button>
            <button class="quiet" onclick={() => answer('withdrawal', holder.proposal!)}>Withdraw</button>
          {:else if holder.grant && holder.said}
            <a href={sayAddress(business, 'give', holder.said)}>Change</a>
            <a class="bad" href={sayAddress(business, 'review', `end ${holder.person.address} on ${what}`)}>End</a>
          {/if}
          <button
            class="quiet more"
            aria-expanded={isOpen}
            aria-label="{isOpen ? 'Less' : 'More'} about {holder.person.name ?? holder.person.address}"
            onclick={() => (opened = isOpen ? null : keyOf(holder))}
            >{isOpen ? 'Less' : 'More'} <Icon name={isOpen ? 'chevron-down' : 'chevron-right'} /></button
          >
        </td>
      </tr>
      {#if isOpen}
        <tr class="open">
          <td></td>
          <td colspan="5">
            <dl>
              <div>
                <dt>Since</dt>
                <dd>{holder.since ? day(holder.since) : 'not yet'}</dd>
              </div>
              <div>
                <dt>Last used</dt>
                <dd>
                  {#if holder.lastUsed}<Age at={holder.lastUsed} {zone} />{:else}never{/if}
                </dd>
              </div>
              {#if holder.invitedBy}<div>
                  <dt>Invited by</dt>
                  <dd>{holder.invitedBy}</dd>
                </div>{/if}
              {#if holder.secondProof !== null}<div>
                  <dt>Signs in</dt>
                  <dd class={{ due: !holder.secondProof }}>
                    {holder.secondProof ? 'with a second step' : 'with a password only'}
                  </dd>
                </div>{/if}
            </dl>
          </td>
        </tr>
      {/if}
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
  .more {
    display: inline-flex;
    gap: 0.25rem;
    align-items: center;
  }
  .open > :first-child {
    position: relative;
  }
  .open > :first-child::before {
    content: '';
    position: absolute;
    inset: 0 auto 0 -0.75rem;
    width: 3px;
    background: var(--color-primary);
  }
  @media (min-width: 901px) {
    .who th:nth-child(2) {
      width: 12rem;
    }
    .who th:nth-child(4) {
      width: 16rem;
    }
    .who th:nth-child(5) {
      width: 9rem;
    }
  }
  dl {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem 2.5rem;
    padding-bottom: 0.5rem;
  }
  dt {
    font: italic 400 0.9375rem/1.25rem var(--font-serif);
    color: var(--ink-2);
  }
</style>
